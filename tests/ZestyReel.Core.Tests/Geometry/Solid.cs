using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Geometry;

/// <summary>What is asked of every mesh that has an inside.</summary>
internal static class Solid
{
    /// <summary>Every edge has a triangle on either side, and they go round it both ways.</summary>
    public static void ShouldBeClosed(Mesh mesh)
    {
        // Where sides meet hard, vertices lie on each other: they are told by where they are.
        var at = mesh.Positions.Select(p => (Math.Round(p.X, 9) + 0.0, Math.Round(p.Y, 9) + 0.0, Math.Round(p.Z, 9) + 0.0)).ToArray();
        var edges = new Dictionary<((double, double, double), (double, double, double)), int>();
        foreach (var corner in mesh.Indices.Chunk(3))
            for (var i = 0; i < 3; i++)
            {
                var edge = (at[corner[i]], at[corner[(i + 1) % 3]]);
                edge.Item1.ShouldNotBe(edge.Item2);
                edges[edge] = edges.GetValueOrDefault(edge) + 1;
            }
        foreach (var ((a, b), count) in edges)
            if (count != edges.GetValueOrDefault((b, a))) Assert.Fail($"{count} triangles on one side of {a} {b}, and {edges.GetValueOrDefault((b, a))} on the other");
    }

    /// <summary>What it holds, by the divergence theorem.</summary>
    public static double Volume(Mesh mesh) => mesh.Indices.Chunk(3).Sum(c => mesh.Positions[c[0]].Dot(mesh.Positions[c[1]].Cross(mesh.Positions[c[2]])) / 6);
}
