using ZestyReel.Core;
using System.Collections.Immutable;
using System.Text.Json;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads the list of warps.</summary>
internal static class WarpReader
{
    public static List<Warp> Read(Node node, KeyReader keys, Dictionary<string, SceneObject> byName)
    {
        var warps = new List<Warp>();
        var names = new HashSet<string>();
        foreach (var item in node.Items())
        {
            if (item.Fields(["name", "covers", "keys"], ["on", "beyond"]) is not { } fields) continue;
            var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text
                ? nameNode.Guarded(() => Names.Checked(text, ""))
                : null;
            if (name is not null && !names.Add(name)) nameNode.Fault($"there is a warp called {name} already");
            var on = !fields.TryGetValue("on", out var onNode) || (onNode.Truth() ?? true);
            var beyond = fields.TryGetValue("beyond", out var beyondNode) ? beyondNode.Word<WarpBeyond>() : null;
            var targets = fields.TryGetValue("covers", out var covers) ? ReadTargets(covers, byName) : [];
            if (!fields.TryGetValue("keys", out var keysNode)) continue;
            var read = keys.WarpKeys(keysNode);
            if (read.Length != keysNode.Element.GetArrayLengthOrZero()) continue;
            if (keysNode.Guarded(() => new Curve(read)) is { } curve && name is not null)
                warps.Add(new Warp(new WarpId(warps.Count + 1), name, on, targets, beyond ?? WarpBeyond.RunOn, curve));
        }
        return warps;
    }

    /// <summary>The targets, or null for the whole scene.</summary>
    private static ImmutableArray<TimeTarget>? ReadTargets(Node node, Dictionary<string, SceneObject> byName)
    {
        if (node.Element.ValueKind == JsonValueKind.String)
        {
            if (node.Text() == "scene") return null;
            node.Fault("covers is \"scene\" or a list of objects and channels");
            return [];
        }
        return TargetNames.Read(node, byName);
    }
}
