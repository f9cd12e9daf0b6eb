using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Usd;

/// <summary>Writes shapes: triangles in their object's own space, and where they change the forms that they pass through.</summary>
internal sealed class UsdShapes(UsdText usd, OutgoingScene going, FrameTimes times, WorldSampler worlds)
{
    /// <summary>What a shape is called in its object.</summary>
    public const string Name = "Shape";

    // A place and a way to face; an index, and the count of every third.
    private const long BytesOfAVertex = 66, BytesOfACorner = 7;

    /// <summary>How many bytes a shape takes, about.</summary>
    public static long Size(OutgoingScene going, SceneObject thing)
    {
        var shape = going.ShapeOf(thing);
        var forms = thing.Deformers is null ? 1 : 1 + Math.Min(going.Moments.Count, ShapeMorphs.Most) / 2;
        return shape.Rings.Length * BytesOfAVertex * forms + shape.Indices.Length * BytesOfACorner;
    }

    /// <summary>Writes the shape of an object, what is seen of it and its colour.</summary>
    public void Write(SceneObject thing)
    {
        var shape = ShapeMorphs.Of(thing, times, worlds);
        var rest = shape.Meshes[0];
        if (rest.Indices.Length == 0) return;
        usd.Open($"def Mesh \"{Name}\"");
        usd.Line("uniform token subdivisionScheme = \"none\"");
        if (thing.Kind == ObjectKind.Plane) usd.Line("uniform bool doubleSided = 1");
        usd.List("int[] faceVertexCounts = ", Enumerable.Repeat(3, rest.Indices.Length / 3).ToArray(), (in int count) => UsdText.Number(count));
        usd.List("int[] faceVertexIndices = ", rest.Indices, (in int vertex) => UsdText.Number(vertex));
        Forms("float3[] extent", shape, Ends);
        Forms("point3f[] points", shape, mesh => Array.ConvertAll(mesh.Positions, going.Led));
        Forms("normal3f[] normals", shape, mesh => Array.ConvertAll(mesh.Normals, way => going.Led(way).Unit()));
        Colour(thing);
        usd.Close();
    }

    private void Colour(SceneObject thing)
    {
        usd.Samples("color3f[] primvars:displayColor", going.Moments, Seen.ColourAt(thing, times), (in Vector colour) => $"[{Three(colour)}]");
        usd.Samples("float[] primvars:displayOpacity", going.Moments, Seen.OpacityAt(thing, times), (in double value) => $"[{UsdText.Number(value)}]");
    }

    private Vector[] Ends(Mesh mesh)
    {
        var (least, most) = Mesh.BoundsOf(Array.ConvertAll(mesh.Positions, going.Led));
        return [least, most];
    }

    private void Forms(string attribute, ShapeMorphs shape, Func<Mesh, Vector[]> of)
    {
        if (shape.Meshes.Count == 1)
        {
            usd.List($"{attribute} = ", of(shape.Meshes[0]), Three);
            return;
        }
        usd.OpenSamples(attribute);
        for (var i = 0; i < shape.Meshes.Count; i++) usd.List($"{going.Moments.FrameOf(shape.At[i])}: ", of(shape.Meshes[i]), Three, ",");
        usd.Close();
    }

    private static string Three(in Vector at) => $"({Single(at.X)}, {Single(at.Y)}, {Single(at.Z)})";

    private static string Single(double value) => float.IsFinite((float)value) ? UsdText.Number((float)value) : throw new Refusal("objects", "something is further away than numbers reach");
}
