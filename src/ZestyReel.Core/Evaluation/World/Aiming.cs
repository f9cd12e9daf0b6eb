using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>How an object is turned so that one of its directions looks at a target, inside what it lies in.</summary>
/// <remarks>
/// It is worked out in the space that the object lies in, so that it looks there also where that space is scaled unevenly.
/// Where the target is straight above or below, the world's z takes the place of its up; where it is at the object's own
/// origin, nothing is turned.
/// </remarks>
internal static class Aiming
{
    /// <summary>The sine of the angle to the upright below which the world's up says nothing: 0.1°.</summary>
    private const double Upright = 0.0017453283658983088;

    /// <summary>Nearer than so much, by how far away they are, two are in one place: rounding says no direction.</summary>
    private const double Nearest = 1e-12;

    /// <summary>The rotation, before the object's own.</summary>
    /// <param name="aim">How it aims.</param>
    /// <param name="weight">How far, 0 to 1.</param>
    /// <param name="around">What the object lies in.</param>
    /// <param name="position">Its own position in that.</param>
    /// <param name="target">The target's origin in the world.</param>
    public static Quaternion At(Aim aim, double weight, in Transform around, Vector position, Vector target)
    {
        var still = new Quaternion(1, 0, 0, 0);
        if (weight <= 0 || around.Inverse() is not { } back) return still;
        var way = back.Point(target) - position;
        if (way.Length() <= Nearest * (1 + position.Length())) return still;
        var forward = way.Unit();
        var up = Across(back.Direction(new(0, 1, 0)).Unit(), forward);
        if (up.Length() <= Upright) up = Across(back.Direction(new(0, 0, 1)).Unit(), forward);
        if (up.Length() <= Upright) up = Across(new(1, 0, 0), forward);
        var turned = Quaternion.Of(PathFrames.Frame(aim.Axis, aim.Up, forward, up.Unit(), Vector.Zero));
        return weight >= 1 ? turned : Quaternion.Slerp(still, turned, weight);
    }

    private static Vector Across(Vector direction, Vector forward) => direction - forward * direction.Dot(forward);
}
