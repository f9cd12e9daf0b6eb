namespace ZestyReel.Core.Scenes;

/// <summary>A cubic Bézier curve in space, run from 0 to 1.</summary>
public readonly record struct PathSegment(Vector A, Vector B, Vector C, Vector D)
{
    /// <summary>Where it is at a parameter.</summary>
    public Vector At(double u)
    {
        var v = 1 - u;
        return A * (v * v * v) + B * (3 * v * v * u) + C * (3 * v * u * u) + D * (u * u * u);
    }

    /// <summary>The first derivative by the parameter.</summary>
    public Vector Velocity(double u)
    {
        var v = 1 - u;
        return ((B - A) * (v * v) + (C - B) * (2 * v * u) + (D - C) * (u * u)) * 3;
    }

    /// <summary>The second derivative by the parameter.</summary>
    public Vector Acceleration(double u) => ((C - B * 2 + A) * (1 - u) + (D - C * 2 + B) * u) * 6;

    /// <summary>The two curves that are the same way together, cut at a parameter (de Casteljau).</summary>
    public (PathSegment Before, PathSegment After) Split(double u)
    {
        static Vector Between(Vector a, Vector b, double u) => a + (b - a) * u;
        Vector ab = Between(A, B, u), bc = Between(B, C, u), cd = Between(C, D, u);
        Vector abc = Between(ab, bc, u), bcd = Between(bc, cd, u);
        var at = Between(abc, bcd, u);
        return (new(A, ab, abc, at), new(at, bcd, cd, D));
    }
}
