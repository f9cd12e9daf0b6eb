using System.Collections.Concurrent;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>The mesh of a shape whose measures are all 1: a box, plane, cylinder or cone fills the unit about its origin, and radii are 1.</summary>
/// <param name="Rings">Where each vertex is, before it is spread.</param>
/// <param name="Spreads">Which way each vertex is spread: from the middle of the tube of a torus, with the spacing and the bevels of letters; null of every other kind.</param>
/// <param name="Normals">Which way the surface faces at each vertex.</param>
/// <param name="Indices">Three vertices for each triangle.</param>
/// <param name="AreNormalsTrue">The surface faces so whatever the measures.</param>
public sealed record ShapeMesh(Vector[] Rings, Vector[]? Spreads, Vector[] Normals, int[] Indices, bool AreNormalsTrue = false)
{
    // Of a few kinds and cuts there are many objects; whoever keys the cuts makes many meshes once. About 100 MB.
    private const int MostVerticesKept = 1_000_000;

    private static readonly ShapeMesh Nothing = new([], null, [], [], AreNormalsTrue: true);

    private static int _kept;

    private static readonly ConcurrentDictionary<object, ShapeMesh> Known = [];

    /// <summary>The mesh of an object with a shape.</summary>
    /// <param name="thing">The object.</param>
    /// <param name="value">The value of a channel that it has.</param>
    public static ShapeMesh Of(SceneObject thing, Func<string, double> value) =>
        thing.Text is { } text ? Of(text, TextCut.Of(value))
        : thing.Mesh is { } mesh ? Of(mesh.Asset) ?? Nothing
        : Of(thing.Kind, Segments.Of(thing.Kind, value));

    /// <summary>The mesh of a file, as it is there; null where the file is lost.</summary>
    public static ShapeMesh? Of(AssetHash file)
    {
        if (Known.TryGetValue(file, out var known)) return known;
        return MeshFiles.Read(file) is { } read ? Made(file, () => read) : null;
    }

    /// <summary>The mesh of a text whose letters are cut so; made once.</summary>
    public static ShapeMesh Of(TextBody text, TextCut cut) => Made((text, cut), () => TextMesh.Of(text, cut));

    /// <summary>The mesh of a kind with a shape, cut so; made once.</summary>
    public static ShapeMesh Of(ObjectKind kind, Segments cut) => Made((kind, cut), () => Make(kind, cut));

    private static ShapeMesh Made(object key, Func<ShapeMesh> make)
    {
        if (Known.TryGetValue(key, out var known)) return known;
        var made = make();
        if (Interlocked.Add(ref _kept, made.Rings.Length) > MostVerticesKept)
        {
            Known.Clear();
            Interlocked.Exchange(ref _kept, made.Rings.Length);
        }
        return Known.GetOrAdd(key, made);
    }

    /// <summary>Where each vertex is in the space of an object with these measures.</summary>
    /// <param name="measures">How large the shape is.</param>
    /// <param name="into">Room for as many places as there are vertices.</param>
    public void Place(Measures measures, Span<Vector> into)
    {
        var size = measures.Size;
        for (var i = 0; i < Rings.Length; i++) into[i] = new(Rings[i].X * size.X, Rings[i].Y * size.Y, Rings[i].Z * size.Z);
        if (Spreads is not { } spreads) return;
        var spread = measures.Spread;
        for (var i = 0; i < spreads.Length; i++) into[i] += new Vector(spreads[i].X * spread.X, spreads[i].Y * spread.Y, spreads[i].Z * spread.Z);
    }

    /// <summary>The mesh of an object with these measures. Normals go by what is across the surface: n/size.</summary>
    public Mesh Sized(Measures measures)
    {
        var positions = new Vector[Rings.Length];
        Place(measures, positions);
        var size = measures.Size;
        return new(positions, AreNormalsTrue ? [.. Normals] : Array.ConvertAll(Normals, n => new Vector(Over(n.X, size.X), Over(n.Y, size.Y), Over(n.Z, size.Z)).Unit()), Indices);
    }

    // What has no extent along an axis faces along it.
    private static double Over(double normal, double size) => normal == 0 ? 0 : normal / Math.Max(Math.Abs(size), 1e-150);

    private static ShapeMesh Make(ObjectKind kind, Segments cut) => kind switch
    {
        ObjectKind.Box => BoxMesh.Of(cut),
        ObjectKind.Plane => BoxMesh.Top(cut),
        ObjectKind.Sphere => LatheMesh.Of(Profiles.Sphere(cut.Y), cut.Around),
        ObjectKind.Cylinder => LatheMesh.Of(Profiles.Cylinder(cut.Y), cut.Around),
        ObjectKind.Cone => LatheMesh.Of(Profiles.Cone(cut.Y), cut.Around),
        ObjectKind.Torus => TorusMesh.Of(cut),
        _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "has no shape"),
    };
}
