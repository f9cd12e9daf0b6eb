using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>A ring about z, and a tube about the ring.</summary>
internal static class TorusMesh
{
    public static ShapeMesh Of(Segments cut)
    {
        var count = cut.Around * cut.AroundTube;
        var (rings, tubes, indices) = (new Vector[count], new Vector[count], new int[count * 6]);
        for (var i = 0; i < cut.Around; i++)
            for (var j = 0; j < cut.AroundTube; j++)
            {
                var (sin, cos) = Math.SinCos(2 * Math.PI * i / cut.Around);
                var (high, @out) = Math.SinCos(2 * Math.PI * j / cut.AroundTube);
                var at = i * cut.AroundTube + j;
                rings[at] = new(cos, sin, 0);
                tubes[at] = new(@out * cos, @out * sin, high);
                int Vertex(int ring, int tube) => ring % cut.Around * cut.AroundTube + tube % cut.AroundTube;
                var (a, b, c, d) = (at, Vertex(i + 1, j), Vertex(i, j + 1), Vertex(i + 1, j + 1));
                new[] { a, b, d, a, d, c }.CopyTo(indices, at * 6);
            }
        return new(rings, tubes, tubes, indices);
    }
}
