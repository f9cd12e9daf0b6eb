using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>How large a shape is: its mesh of measures 1 is stretched by these.</summary>
/// <param name="Size">Along each axis.</param>
/// <param name="Spread">Along each axis, how far what is spread about it is: the tube of a torus; the spacing of letters, and their bevels.</param>
public readonly record struct Measures(Vector Size, Vector Spread = default)
{
    /// <summary>The measures of an object with a shape.</summary>
    /// <param name="kind">What it is.</param>
    /// <param name="value">The value of a channel that such an object has.</param>
    public static Measures Of(ObjectKind kind, Func<string, double> value)
    {
        double Of(string name) => value($"shape.{name}");
        return kind switch
        {
            ObjectKind.Box => new(new(Of("width"), Of("height"), Of("depth"))),
            ObjectKind.Plane => new(new(Of("width"), 1, Of("depth"))),
            ObjectKind.Cylinder or ObjectKind.Cone => new(new(Of("radius"), Of("height"), Of("radius"))),
            ObjectKind.Sphere => new(new(Of("radius"), Of("radius"), Of("radius"))),
            ObjectKind.Torus => new(new(Of("radius"), Of("radius"), Of("radius")), new(Of("tube"), Of("tube"), Of("tube"))),
            ObjectKind.Mesh => new(new(1, 1, 1)),
            ObjectKind.Text => OfText(Of("size"), Of("depth"), Of("spacing"), Of("bevel")),
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "has no shape"),
        };
    }

    // A bevel goes no deeper than to the middle of its letter.
    private static Measures OfText(double size, double depth, double spacing, double bevel) =>
        new(new(size, size, depth), new(size * spacing, 0, 2 * bevel * size > depth ? depth / (2 * bevel) : size));
}
