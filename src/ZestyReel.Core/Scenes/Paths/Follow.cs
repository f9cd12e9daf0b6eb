namespace ZestyReel.Core.Scenes;

/// <summary>An object goes along a path, as far as its channel <c>follow.travel</c> says.</summary>
/// <param name="Path">The path.</param>
/// <param name="Facing">Its own direction that looks along the path; null keeps the path's own directions.</param>
/// <param name="Up">Its own direction that is kept up, where it faces along the path; across the one that faces.</param>
/// <param name="Bank">How it leans into bends: degrees for a bend of 1 per length, seen from above; negative leans out.</param>
public sealed record Follow(ObjectId Path, SignedAxis? Facing = SignedAxis.PlusX, SignedAxis Up = SignedAxis.PlusY, double Bank = 0)
{
    /// <summary>The channel that says how far along it is: 0 at the start, 1 at the end.</summary>
    public const string Travel = "follow.travel";

    /// <summary>It never leans further, in degrees.</summary>
    public const double MostBank = 60;
}
