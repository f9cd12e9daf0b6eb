namespace ZestyReel.Core.Scenes;

/// <summary>An object has one of its directions turned at another object, as far as its channel <c>aim.weight</c> says; its own rotation comes after.</summary>
/// <param name="At">What it aims at: where that one's origin is in the world.</param>
/// <param name="Axis">Its own direction that looks there.</param>
/// <param name="Up">Its own direction that is kept as near the world's up as that allows; across the one that looks.</param>
public sealed record Aim(ObjectId At, SignedAxis Axis = SignedAxis.MinusZ, SignedAxis Up = SignedAxis.PlusY)
{
    /// <summary>The channel that says how far it is turned: 0 not at all, 1 all the way.</summary>
    public const string Weight = "aim.weight";
}
