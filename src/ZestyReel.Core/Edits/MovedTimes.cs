using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Scenes with their times moved.</summary>
internal static class MovedTimes
{
    /// <summary>Everything moved: keys, warps, clips, bookmarks and ranges.</summary>
    public static Scene WithTimesMoved(this Scene scene, TimeMap map)
    {
        var range = map.Applied(scene.Settings.Range, scene.Rate).Checked("range");
        var work = map.Applied(scene.Settings.Work, scene.Rate).FittedInto(range);
        return map.Applied(scene) with { Settings = scene.Settings with { Range = range, Work = work } };
    }

    /// <summary>Only the keys and clips of some objects moved; the frame is taken to each channel's own source time.</summary>
    public static Scene WithTimesMoved(this Scene scene, ImmutableArray<ObjectId> objects, long at, Func<Tick, TimeMap> map)
    {
        var moved = scene.OnEachCurve(objects, at, (channel, source) => channel with { Curve = map(source).Applied(channel.Curve!) });
        var flow = new TimeFlow(scene);
        foreach (var placed in scene.PlacedClips.Values.Where(placed => objects.Contains(placed.Object)))
        {
            var source = new Tick((long)Math.Round(flow.SourceOf(placed.Object, "", scene.Rate.StartOf(at).Value)));
            moved = map(source).Applied(placed) is { } left ? moved.With(left) : moved with { PlacedClips = moved.PlacedClips.Remove(placed.Id) };
        }
        return moved;
    }

    /// <summary>Runs a change over every channel with keys, of some objects or of all, with the source time that a frame has there.</summary>
    public static Scene OnEachCurve(this Scene scene, ImmutableArray<ObjectId>? objects, long at, Func<Channel, Tick, Channel> change)
    {
        if (objects is { IsDefaultOrEmpty: true }) throw new Refusal("objects", "select at least one object");
        var flow = new TimeFlow(scene);
        var played = scene.Rate.StartOf(at).Value;
        foreach (var id in objects ?? [.. scene.Objects.Keys])
        {
            var thing = scene.Object(id, "objects");
            foreach (var (name, channel) in thing.Channels)
                if (channel.Curve is not null)
                    thing = thing.WithChannel(name, change(channel, new Tick((long)Math.Round(flow.SourceOf(id, name, played)))));
            scene = scene.With(thing);
        }
        return scene;
    }
}
