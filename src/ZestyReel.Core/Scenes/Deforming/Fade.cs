namespace ZestyReel.Core.Scenes;

/// <summary>
/// An object, or all below a group, becomes clear along a direction of its own space: what lies farther along it than the
/// edge is seen, what lies before is not, and between lies a soft part.
/// </summary>
/// <param name="Azimuth">Where the direction points, in degrees about y from x, right-handed.</param>
/// <param name="Height">How far it points upwards, in degrees: 90 is y.</param>
/// <param name="Invert">What is seen and what is not are exchanged.</param>
public sealed record Fade(double Azimuth = 0, double Height = 90, bool Invert = false)
{
    /// <summary>Where it begins: a distance from the object's origin along the direction.</summary>
    public const string Edge = "fade.edge";

    /// <summary>How long the soft part beyond the edge is; 0 makes a step.</summary>
    public const string Softness = "fade.softness";
}
