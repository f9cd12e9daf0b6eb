using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>Into how many parts a shape is cut. What a kind does not have is 1.</summary>
/// <param name="X">Along x.</param>
/// <param name="Y">Along y; of a sphere, from pole to pole.</param>
/// <param name="Z">Along z.</param>
/// <param name="Around">About its axis.</param>
/// <param name="AroundTube">Of a torus, about its tube.</param>
public readonly record struct Segments(int X = 1, int Y = 1, int Z = 1, int Around = 1, int AroundTube = 1)
{
    private static readonly string[] Names = ["shape.segmentsX", "shape.segmentsY", "shape.segmentsZ", "shape.around", "shape.aroundTube"];

    /// <summary>How many parts there are along an axis.</summary>
    public int Along(Axis axis) => axis switch { Axis.X => X, Axis.Y => Y, _ => Z };

    /// <summary>The channel that says how an object is cut along an axis; null where its kind has none.</summary>
    public static string? Along(ObjectKind kind, Axis axis) => Names[(int)axis] is var name && ChannelCatalogue.Find(kind, name) is not null ? name : null;

    /// <summary>How an object with a shape is cut.</summary>
    /// <param name="kind">What it is.</param>
    /// <param name="value">The value of a channel that such an object has.</param>
    public static Segments Of(ObjectKind kind, Func<string, double> value)
    {
        int Of(string name) => ChannelCatalogue.Find(kind, name) is { } spec ? (int)Math.Clamp(Math.Round(value(name)), spec.Least, spec.Most) : 1;
        return new(Of(Names[0]), Of(Names[1]), Of(Names[2]), Of(Names[3]), Of(Names[4]));
    }

    /// <summary>The nearest that a kind can be cut.</summary>
    public Segments Within(ObjectKind kind)
    {
        var all = new Dictionary<string, double> { [Names[0]] = X, [Names[1]] = Y, [Names[2]] = Z, [Names[3]] = Around, [Names[4]] = AroundTube };
        return Of(kind, name => all[name]);
    }

    /// <summary>How a kind is cut unless its channels say otherwise.</summary>
    public static Segments Usual(ObjectKind kind) => Of(kind, name => ChannelCatalogue.Find(kind, name)!.Default);
}
