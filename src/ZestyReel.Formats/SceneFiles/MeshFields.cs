using System.Text.Json;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Where the triangles of a mesh come from, as it is written in a scene file.</summary>
internal static class MeshFields
{
    /// <summary>The mesh of an object; what has faults is left out, and the object is a group.</summary>
    public static SceneObject Read(SceneObject thing, Node item, Dictionary<string, Node> fields)
    {
        var isThere = fields.TryGetValue("mesh", out var node);
        if (thing.Kind != ObjectKind.Mesh)
        {
            if (isThere) node.Fault($"a {FileWords.Of(thing.Kind)} has no triangles of its own");
            return thing;
        }
        if (!isThere) item.Fault("a mesh needs a file: \"mesh\", with its asset and its name");
        if (!isThere || node.Fields(["asset", "name"], []) is not { } parts) return thing.AsGroup();
        var asset = parts.TryGetValue("asset", out var hash) && hash.Text() is { } digits ? hash.Guarded(() => (AssetHash?)AssetHash.Parse(digits, "")) : null;
        var name = parts.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text ? nameNode.Guarded(() => Names.Checked(text, "")) : null;
        return asset is { } known && name is not null ? thing with { Mesh = new(known, name) } : thing.AsGroup();
    }

    public static void Write(Utf8JsonWriter json, SceneObject thing)
    {
        if (thing.Mesh is not { } mesh) return;
        json.WriteStartObject("mesh");
        json.WriteString("name", mesh.Name);
        json.WriteString("asset", mesh.Asset.ToString());
        json.WriteEndObject();
    }
}
