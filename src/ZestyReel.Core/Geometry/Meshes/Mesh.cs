using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>Triangles in space. Seen from outside, the corners of each go round against the clock.</summary>
/// <param name="Positions">Where each vertex is, in scene lengths.</param>
/// <param name="Normals">Which way the surface faces at each vertex; of length 1.</param>
/// <param name="Indices">Three vertices for each triangle.</param>
public sealed record Mesh(Vector[] Positions, Vector[] Normals, int[] Indices)
{
    /// <summary>The length of three corners of a box that holds it: the least and the most along x, y and z. Nothing where it has no vertex.</summary>
    public (Vector Least, Vector Most) Bounds() => BoundsOf(Positions);

    /// <summary>The least and the most of some places along x, y and z.</summary>
    public static (Vector Least, Vector Most) BoundsOf(ReadOnlySpan<Vector> places)
    {
        if (places.IsEmpty) return default;
        var (least, most) = (places[0], places[0]);
        foreach (ref readonly var p in places)
        {
            least = new(Math.Min(least.X, p.X), Math.Min(least.Y, p.Y), Math.Min(least.Z, p.Z));
            most = new(Math.Max(most.X, p.X), Math.Max(most.Y, p.Y), Math.Max(most.Z, p.Z));
        }
        return (least, most);
    }
}
