using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads how an object sways, lags and bounces; what has faults of its own is null.</summary>
internal static class LooseReader
{
    /// <summary>The object with its loose motion, and the names of what it bounces off.</summary>
    public static (SceneObject Thing, List<Node> Against) Read(SceneObject thing, Dictionary<string, Node> fields)
    {
        var against = new List<Node>();
        if (fields.TryGetValue("sway", out var sway) && ReadSway(sway) is { } swaying) thing = Checked(sway, thing, thing with { Sway = swaying });
        if (fields.TryGetValue("lag", out var lag) && ReadLag(lag) is { } lagging) thing = Checked(lag, thing, thing with { Lag = lagging });
        if (fields.TryGetValue("bounce", out var bounce) && bounce.Fields([], ["on", "against"]) is { } known)
        {
            if (known.TryGetValue("against", out var names)) against = names.Items();
            thing = Checked(bounce, thing, thing with { Bounce = new([], IsOn(known)) });
        }
        return (thing, against);
    }

    private static SceneObject Checked(Node node, SceneObject before, SceneObject after) => node.Guarded(() =>
    {
        LooseRules.Check(after);
        return after;
    }) ?? before;

    private static Sway? ReadSway(Node node)
    {
        if (node.Fields(["channels"], ["on", "seed"]) is not { } fields || !fields.TryGetValue("channels", out var channels)) return null;
        var seed = fields.TryGetValue("seed", out var seedNode) ? seedNode.Whole() : 1;
        if (seed is < int.MinValue or > int.MaxValue) seedNode.Fault("the seed is out of reach");
        return new(Texts(channels), (int)Math.Clamp(seed ?? 1, int.MinValue, int.MaxValue), IsOn(fields));
    }

    private static Lag? ReadLag(Node node)
    {
        if (node.Fields([], ["channels", "world", "on"]) is not { } fields) return null;
        var isWorld = fields.TryGetValue("world", out var world) && (world.Truth() ?? false);
        return new(fields.TryGetValue("channels", out var channels) ? Texts(channels) : [], isWorld, IsOn(fields));
    }

    private static bool IsOn(Dictionary<string, Node> fields) => !fields.TryGetValue("on", out var on) || (on.Truth() ?? true);

    private static ImmutableArray<string> Texts(Node node) => [.. node.Items().Select(item => item.Text()).OfType<string>()];
}
