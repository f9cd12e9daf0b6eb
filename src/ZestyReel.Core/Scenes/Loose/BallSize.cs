namespace ZestyReel.Core.Scenes;

/// <summary>How large a ball stands for an object.</summary>
public static class BallSize
{
    /// <summary>The radius of what has no shape, in lengths.</summary>
    public const double Usual = 0.5;

    /// <summary>From its origin to where it stands: half its height, in its own lengths.</summary>
    /// <param name="thing">The object.</param>
    /// <param name="value">The value of a channel that it has.</param>
    public static double Standing(SceneObject thing, Func<string, double> value) => thing.Kind switch
    {
        ObjectKind.Box or ObjectKind.Cylinder or ObjectKind.Cone => value("shape.height") / 2,
        ObjectKind.Sphere => value("shape.radius"),
        ObjectKind.Torus => value("shape.tube"),
        ObjectKind.Plane => 0,
        ObjectKind.Text => value("shape.size") / 2,
        _ => Usual,
    };

    /// <summary>The ball about it that others bounce off: the mean of half its sides, in its own lengths.</summary>
    public static double About(SceneObject thing, Func<string, double> value) => thing.Kind switch
    {
        ObjectKind.Box => (value("shape.width") + value("shape.height") + value("shape.depth")) / 6,
        ObjectKind.Sphere => value("shape.radius"),
        ObjectKind.Cylinder or ObjectKind.Cone => (2 * value("shape.radius") + value("shape.height") / 2) / 3,
        ObjectKind.Torus => value("shape.radius") + value("shape.tube"),
        ObjectKind.Plane => (value("shape.width") + value("shape.depth")) / 4,
        ObjectKind.Text => value("shape.size") / 2,
        _ => Usual,
    };
}
