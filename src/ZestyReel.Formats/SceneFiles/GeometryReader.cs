using System.Collections.Immutable;
using System.Text.Json;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads what bends an object and how it fades; what has faults of its own is left out.</summary>
internal static class GeometryReader
{
    /// <summary>The object with its deformers and its fade.</summary>
    public static SceneObject Read(SceneObject thing, Dictionary<string, Node> fields)
    {
        if (fields.TryGetValue("deformers", out var list)) thing = Checked(list, thing, thing with { Deformers = DeformerStack.Of(ReadDeformers(list)) });
        if (fields.TryGetValue("fade", out var fade) && ReadFade(fade) is { } fading) thing = Checked(fade, thing, thing with { Fade = fading });
        return thing;
    }

    private static SceneObject Checked(Node node, SceneObject before, SceneObject after) => node.Guarded(() =>
    {
        DeformerRules.Check(after);
        FadeRules.Check(after);
        return after;
    }) ?? before;

    private static ImmutableArray<Deformer> ReadDeformers(Node list)
    {
        var items = list.Items();
        if (items.Count > DeformerRules.MostOnObject)
        {
            list.Fault($"{items.Count} deformers are more than the {DeformerRules.MostOnObject} that an object can have");
            return [];
        }
        return [.. items.Select(ReadDeformer).OfType<Deformer>()];
    }

    private static Deformer? ReadDeformer(Node node)
    {
        if (node.Fields(["name", "kind"], ["on", "axis", "within", "oneWay"]) is not { } fields) return null;
        var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text ? nameNode.Guarded(() => DeformerRules.NameChecked(text, "")) : null;
        var kind = fields.TryGetValue("kind", out var kindNode) ? kindNode.Word<DeformerKind>() : null;
        var axis = fields.TryGetValue("axis", out var axisNode) ? axisNode.Word<Axis>() : null;
        bool Is(string field, bool usual) => fields.TryGetValue(field, out var truth) ? truth.Truth() ?? usual : usual;
        return name is null || kind is null ? null : new(name, kind.Value, axis ?? Axis.Y, Is("within", true), Is("oneWay", false), Is("on", true));
    }

    private static Fade? ReadFade(Node node)
    {
        if (node.Fields([], ["direction", "invert"]) is not { } fields) return null;
        var direction = new double?[] { 0, 90 };
        if (fields.TryGetValue("direction", out var list))
        {
            direction = [.. list.Items().Select(item => item.Number())];
            if (list.Element.ValueKind == JsonValueKind.Array && direction.Length != 2) list.Fault("a direction is two numbers: degrees about y, and degrees upwards");
        }
        var invert = fields.TryGetValue("invert", out var truth) && (truth.Truth() ?? false);
        return direction is [{ } azimuth, { } height] ? new(azimuth, height, invert) : null;
    }
}
