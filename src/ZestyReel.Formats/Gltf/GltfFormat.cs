using System.Text.Json;
using System.Text.Json.Nodes;
using SharpGLTF.Schema2;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Gltf;

/// <summary>glTF 2.0: one binary file, or one text file with its data inside.</summary>
/// <param name="isText">As text.</param>
public sealed class GltfFormat(bool isText) : IOutgoingFormat
{
    // A place and a way to face.
    private const long BytesOfAVertex = 24;

    /// <inheritdoc/>
    public string Ending => isText ? ".gltf" : ".glb";

    /// <inheritdoc/>
    public string Name => isText ? "glTF as text" : "glTF";

    /// <inheritdoc/>
    public string For => isText ? "The same as text with its data inside, to be read by eye and script" : "Shapes, cameras, lights and their motion, for engines and other programs";

    /// <inheritdoc/>
    public string MediaType => isText ? "model/gltf+json" : "model/gltf-binary";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.Part | OutgoingUses.Shapes | OutgoingUses.Step | OutgoingUses.Unit;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) => GltfLosses.Of(going);

    /// <inheritdoc/>
    public long Size(OutgoingScene going)
    {
        var size = 1_200 + going.Objects.Length * 300L;
        // Most of what moves takes a fraction of its samples.
        foreach (var thing in going.Objects)
        {
            size += thing.Channels.Values.Sum(channel => (long)(channel.Curve?.Keys.Length ?? 0)) * 60;
            if (thing.Follow is not null || thing.Aim is not null || thing.IsLoose || thing.Channels.Any(each => each.Key.StartsWith("rotation", StringComparison.Ordinal) && each.Value.Curve is not null))
                size += going.Moments.Count * 12L;
            if (!going.HasShapes || !DeformerRules.HasShape(thing.Kind)) continue;
            var shape = going.ShapeOf(thing);
            size += shape.Rings.Length * BytesOfAVertex + shape.Indices.Length * sizeof(int);
            if (thing.Deformers is not null) size += Math.Min(going.Moments.Count, ShapeMorphs.Most) / 2 * shape.Rings.Length * BytesOfAVertex;
        }
        return isText ? size * 4 / 3 : size;
    }

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        going.RefuseTooMuch();
        if (going.HasShapes) ShapeMorphs.RefuseTooMuch(going);
        var root = new GltfScene(going, stop).Made(told);
        if (!isText)
        {
            root.WriteGLB(into);
            return;
        }
        var files = new Dictionary<string, ArraySegment<byte>>();
        WriteContext.CreateFromDictionary(files).WithTextSettings().WriteTextSchema2("scene", root);
        var text = JsonNode.Parse(files.Single(file => file.Key.EndsWith(".gltf", StringComparison.Ordinal)).Value.AsSpan())!;
        foreach (var buffer in text["buffers"]?.AsArray() ?? [])
            if (buffer!["uri"]?.GetValue<string>() is { } name) buffer["uri"] = "data:application/octet-stream;base64," + Convert.ToBase64String(files[name].AsSpan());
        using var writer = new Utf8JsonWriter(into, new JsonWriterOptions { Indented = true });
        text.WriteTo(writer);
    }
}
