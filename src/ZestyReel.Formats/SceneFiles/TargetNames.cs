using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>How objects and single channels of them are named in lists: <c>Boat</c> or <c>Boat/position.x</c>.</summary>
internal static class TargetNames
{
    /// <summary>The name of one.</summary>
    public static string Of(Scene scene, TimeTarget target)
    {
        var name = scene.Object(target.Object).Name;
        return target.Channel is null ? name : $"{name}/{target.Channel}";
    }

    /// <summary>Those that a list names; what is wrong with it is noted.</summary>
    public static ImmutableArray<TimeTarget> Read(Node node, Dictionary<string, SceneObject> byName)
    {
        var targets = ImmutableArray.CreateBuilder<TimeTarget>();
        var seen = new HashSet<TimeTarget>();
        foreach (var item in node.Items())
        {
            if (item.Text() is not { } text) continue;
            var parts = text.Split('/', 2);
            if (!byName.TryGetValue(parts[0], out var thing)) item.Fault($"there is no object called \"{Names.Shown(parts[0])}\"");
            else if (parts.Length == 2 && thing.Find(parts[1] = item.ChannelOf(parts[1])) is null)
                item.Fault($"{thing.Name} has no channel \"{Names.Shown(text[(parts[0].Length + 1)..])}\"");
            else if (new TimeTarget(thing.Id, parts.Length == 2 ? parts[1] : null) is var target && !seen.Add(target))
                item.Fault("this is in the list already");
            else targets.Add(target);
        }
        return targets.ToImmutable();
    }
}
