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
    /// <exception cref="Refusal">Something would land out of reach.</exception>
    public static Scene WithTimesMoved(this Scene scene, TimeMap map) => scene.WithTimesMoved(map, range => map.Applied(range, scene.Rate));

    /// <summary>As the other, the ranges in a way of their own.</summary>
    /// <exception cref="Refusal">Something would land out of reach.</exception>
    public static Scene WithTimesMoved(this Scene scene, TimeMap map, Func<FrameRange, FrameRange> ranges)
    {
        var range = ranges(scene.Settings.Range).Checked("range");
        var work = ranges(scene.Settings.Work).FittedInto(range);
        return WithStartedMoved(scene, map.Applied(scene), map) with { Settings = scene.Settings with { Range = range, Work = work } };
    }

    /// <summary>
    /// Where time is cut or changes its speed, what a cue starts is moved by where it is seen, and not by where its keys
    /// stand. Under a warp its keys are moved as all others are.
    /// </summary>
    private static Scene WithStartedMoved(Scene before, Scene moved, TimeMap map)
    {
        if (before.Cues.IsEmpty || map.Breaks.IsEmpty) return moved;
        var (moments, flow) = (CueMoments.Of(before), new TimeFlow(before));
        foreach (var cue in before.Cues.Values.Where(cue => cue.On))
        {
            if (moments.At(cue).At is not { } calls || moments.ShiftOf(cue) is not { } shift) continue;
            var shifted = new ShiftedMap(map, shift);
            var starts = map.Reached(calls + cue.Offset);
            moved = moved.With(moved.Cue(cue.Id) with { Offset = starts - map.Reached(calls), Anchor = new(starts.Value - shift.Value) });
            foreach (var id in cue.Starts.Select(target => target.Object).Distinct())
            {
                var (was, thing) = (before.Object(id), moved.Object(id));
                foreach (var (name, channel) in was.Channels)
                    if (channel.Curve is { } curve && cue.Covers(id, name) && flow.Covering(id, name).Warps.Length == 0)
                        thing = thing.WithChannel(name, channel with { Curve = shifted.Applied(curve) });
                moved = moved.With(thing);
                if (!cue.Covers(id, "") || flow.Covering(id, "").Warps.Length > 0) continue;
                foreach (var placed in before.PlacedClips.Values.Where(placed => placed.Object == id))
                    if (shifted.Applied(placed) is { } clip) moved = moved.With(clip);
            }
        }
        return moved;
    }

    /// <summary>Only the keys and clips of some objects moved; the frame is taken to each channel's own source time.</summary>
    /// <exception cref="Refusal">Something would land out of reach, or nothing would be left of a clip.</exception>
    public static Scene WithTimesMoved(this Scene scene, ImmutableArray<ObjectId> objects, long at, Func<Tick, TimeMap> map)
    {
        var moved = scene.OnEachCurve(objects, at, (channel, source) => channel with { Curve = map(source).Applied(channel.Curve!) });
        foreach (var placed in scene.PlacedClips.Values.Where(placed => objects.Contains(placed.Object)))
            moved = moved.With(map(scene.CutOf(placed, at)).Applied(placed)
                ?? throw new Refusal("frames", $"nothing would be left of {scene.Clip(placed.Clip).Name} on {scene.Object(placed.Object).Name}; take it off first, or delete what stands in the frames"));
        return moved;
    }

    /// <summary>Runs a change over every channel with keys, of some objects or of all, with the source time that a frame has there.</summary>
    /// <exception cref="Refusal">No object is given, or one is not there.</exception>
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
                    thing = thing.WithChannel(name, change(channel, CutAt(flow.SourceOf(CurveRef.Of(id, name), played))));
            scene = scene.With(thing);
        }
        return scene;
    }

    /// <summary>The moment from which on a placed clip moves along when something happens at a frame.</summary>
    public static Tick CutOf(this Scene scene, PlacedClip placed, long at) =>
        CutAt(new TimeFlow(scene).SourceOf(placed.Object, scene.Rate.StartOf(at).Value));

    /// <summary>What is locked keeps its times as well.</summary>
    /// <exception cref="Refusal">A channel with keys, of some objects or of all, is locked.</exception>
    public static void RefuseLocked(this Scene scene, ImmutableArray<ObjectId>? objects)
    {
        foreach (var thing in objects is { } some ? some.Select(id => scene.Object(id, "objects")) : scene.Objects.Values)
            foreach (var (name, channel) in thing.Channels)
                if (channel.Curve is not null && scene.IsLocked(thing, name))
                    throw new Refusal("objects", $"{scene.At(CurveRef.Of(thing.Id, name), "objects").Words} is locked, and its keys would move; unlock it first, or select other objects");
    }

    /// <summary>The first tick that is not before a source time, which may lie between ticks.</summary>
    private static Tick CutAt(double source) => new((long)Math.Ceiling(source));
}
