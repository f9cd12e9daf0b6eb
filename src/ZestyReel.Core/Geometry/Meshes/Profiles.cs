namespace ZestyReel.Core.Geometry;

/// <summary>A place on the profile of something turned on a lathe.</summary>
/// <param name="Radius">How far from the axis.</param>
/// <param name="Y">How high.</param>
/// <param name="Outwards">How much its surface faces away from the axis.</param>
/// <param name="Upwards">How much it faces up.</param>
internal readonly record struct ProfilePoint(double Radius, double Y, double Outwards, double Upwards)
{
    /// <summary>On the axis and facing along it: one vertex, and not a ring of them.</summary>
    public bool IsPole => Radius == 0 && Outwards == 0;
}

/// <summary>Profiles from top to bottom; each stretch is smooth in itself, and hard where the next one begins.</summary>
internal static class Profiles
{
    private static readonly double Slope = Math.Sqrt(0.5);

    /// <summary>Of radius 1.</summary>
    public static ProfilePoint[][] Sphere(int parts) =>
    [
        [.. Enumerable.Range(0, parts + 1).Select(i =>
        {
            // The poles are on the axis to the last bit.
            var (sin, cos) = i == 0 ? (0, 1) : i == parts ? (0, -1) : Math.SinCos(Math.PI * i / parts);
            return new ProfilePoint(sin, cos, sin, cos);
        })],
    ];

    /// <summary>Of radius and height 1.</summary>
    public static ProfilePoint[][] Cylinder(int parts) => [Lid(0.5, 1, parts), Straight(1, 1, parts, 1, 0), Floor(parts)];

    /// <summary>Of radius and height 1.</summary>
    public static ProfilePoint[][] Cone(int parts) => [Straight(0, 1, parts, Slope, Slope), Floor(parts)];

    // What is cut along its height is to be bent: then its ends are cut as finely.
    private static ProfilePoint[] Lid(double y, double up, int parts) => [.. Enumerable.Range(0, parts + 1).Select(i => new ProfilePoint((double)i / parts, y, 0, up))];

    private static ProfilePoint[] Floor(int parts) => [.. Lid(-0.5, -1, parts).Reverse()];

    private static ProfilePoint[] Straight(double top, double bottom, int parts, double outwards, double upwards) =>
        [.. Enumerable.Range(0, parts + 1).Select(i => new ProfilePoint(top + (bottom - top) * i / parts, 0.5 - (double)i / parts, outwards, upwards))];
}
