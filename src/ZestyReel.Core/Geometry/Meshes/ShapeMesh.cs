using System.Collections.Concurrent;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>The mesh of a shape whose measures are all 1: a box, plane, cylinder or cone fills the unit about its origin, and radii are 1.</summary>
/// <param name="Rings">Where each vertex is, before the tube of a torus is put about it.</param>
/// <param name="Tubes">Of a torus, which way each vertex lies from the middle of its tube; null of every other kind.</param>
/// <param name="Normals">Which way the surface faces at each vertex.</param>
/// <param name="Indices">Three vertices for each triangle.</param>
public sealed record ShapeMesh(Vector[] Rings, Vector[]? Tubes, Vector[] Normals, int[] Indices)
{
    // Of a few kinds and cuts there are many objects; whoever keys the cuts makes many meshes once. About 100 MB.
    private const int MostVerticesKept = 1_000_000;

    private static int _kept;

    private static readonly ConcurrentDictionary<(ObjectKind, Segments), ShapeMesh> Known = [];

    /// <summary>The mesh of a kind with a shape, cut so; made once.</summary>
    public static ShapeMesh Of(ObjectKind kind, Segments cut)
    {
        if (Known.TryGetValue((kind, cut), out var known)) return known;
        var made = Make(kind, cut);
        if (Interlocked.Add(ref _kept, made.Rings.Length) > MostVerticesKept)
        {
            Known.Clear();
            Interlocked.Exchange(ref _kept, made.Rings.Length);
        }
        return Known.GetOrAdd((kind, cut), made);
    }

    /// <summary>Where each vertex is in the space of an object with these measures.</summary>
    /// <param name="measures">How large the shape is.</param>
    /// <param name="into">Room for as many places as there are vertices.</param>
    public void Place(Measures measures, Span<Vector> into)
    {
        var size = measures.Size;
        for (var i = 0; i < Rings.Length; i++) into[i] = new(Rings[i].X * size.X, Rings[i].Y * size.Y, Rings[i].Z * size.Z);
        if (Tubes is not { } tubes) return;
        for (var i = 0; i < tubes.Length; i++) into[i] += tubes[i] * measures.Tube;
    }

    /// <summary>The mesh of an object with these measures. Normals go by what is across the surface: n/size.</summary>
    public Mesh Sized(Measures measures)
    {
        var positions = new Vector[Rings.Length];
        Place(measures, positions);
        var size = measures.Size;
        return new(positions, Array.ConvertAll(Normals, n => new Vector(Over(n.X, size.X), Over(n.Y, size.Y), Over(n.Z, size.Z)).Unit()), Indices);
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
