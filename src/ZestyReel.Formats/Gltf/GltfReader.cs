using System.Text.Json;
using System.Text.Json.Nodes;
using SharpGLTF.Schema2;
using SharpGLTF.Validation;
using ZestyReel.Core;
using ZestyReel.Formats.Incoming;

namespace ZestyReel.Formats.Gltf;

/// <summary>Reads glTF files that nobody has looked at yet.</summary>
internal static class GltfReader
{
    // What one file may ask for: a number costs nothing in the file, and memory here.
    private const long MostValues = 60_000_000, MostOfNothing = 2_000_000;

    private const int LargestText = 100_000_000, TextBegins = 20;

    private const int MostParts = 100_000;

    /// <summary>Makes something of the model of a file. Pictures are not read.</summary>
    /// <param name="main">The file.</param>
    /// <param name="beside">The bytes of a file that came with it, by its plain name.</param>
    /// <param name="make">Makes it.</param>
    /// <exception cref="Refusal">It is damaged, too large, or needs a file that is not here.</exception>
    public static T Read<T>(IncomingFile main, Func<string, byte[]?> beside, Func<ModelRoot, T> make)
    {
        if (LengthOfText(main.Bytes) > LargestText) throw new Refusal("file", $"the text of {Names.Shown(main.Name)} is larger than {LargestText / 1_000_000} MB; a .glb keeps its data beside the text");
        string? missing = null;
        var context = ReadContext.Create(name =>
        {
            var wanted = Path.GetFileName(Uri.UnescapeDataString(name));
            var found = beside(wanted);
            missing ??= found is null ? wanted : null;
            return found ?? throw new FileNotFoundException(wanted);
        });
        // Files that play elsewhere break small rules; what is used is looked at where it is used.
        context.Validation = ValidationMode.Skip;
        context.JsonPreprocessor = WithoutPictures;
        try
        {
            using var stream = new MemoryStream(main.Bytes, writable: false);
            var root = context.ReadSchema2(stream);
            Check(root);
            return make(root);
        }
        catch (Exception) when (missing is not null)
        {
            throw new Refusal("file", $"{Names.Shown(main.Name)} needs {Names.Shown(missing)}: choose or drop both together");
        }
        catch (Exception wrong) when (wrong is not (Refusal or OutOfMemoryException or OperationCanceledException))
        {
            // The package tells what is wrong by many kinds of exceptions, of damaged files also by those of its own faults.
            throw new Refusal("file", $"{Names.Shown(main.Name)} is damaged, or no glTF 2.0: {Names.Shown(wrong.Message.ReplaceLineEndings(" "))}");
        }
    }

    private static void Check(ModelRoot root)
    {
        var (values, nothing) = (0L, 0L);
        foreach (var accessor in root.LogicalAccessors)
        {
            // One that lies in no bytes is all zeros, however many there are.
            values += accessor.Count;
            if (!accessor.TryGetBufferView(out _)) nothing += accessor.Count;
            if (accessor.Count < 0 || values > MostValues || nothing > MostOfNothing) throw new Refusal("file", $"there are more values in it than are taken: {MostValues:N0}, and {MostOfNothing:N0} that are all zeros");
        }
        if (root.LogicalNodes.Count > Core.Scenes.Scene.MostObjects) throw new Refusal("file", $"there are {root.LogicalNodes.Count} nodes in it; a scene has room for {Core.Scenes.Scene.MostObjects} objects");
        if (root.LogicalMeshes.Sum(mesh => (long)mesh.Primitives.Count) > MostParts || root.LogicalAnimations.Sum(animation => (long)animation.Channels.Count) > MostParts)
            throw new Refusal("file", $"there are more than {MostParts:N0} parts of meshes or animations in it");
    }

    /// <summary>How long the text of a file is that says what its data are.</summary>
    private static long LengthOfText(byte[] bytes) => bytes.Length > TextBegins && bytes.AsSpan(0, 4).SequenceEqual("glTF"u8) ? Math.Min(BitConverter.ToUInt32(bytes, TextBegins - 8), bytes.Length) : bytes.Length;

    // Pictures are told and stay behind: whether they can be read is no matter.
    private static string WithoutPictures(string json)
    {
        if (JsonNode.Parse(json) is not JsonObject root) return json;
        foreach (var texture in root["textures"] as JsonArray ?? [])
        {
            (texture as JsonObject)?.Remove("source");
            (texture as JsonObject)?.Remove("extensions");
        }
        return root.Remove("images") ? root.ToJsonString(new JsonSerializerOptions { MaxDepth = 64 }) : json;
    }
}
