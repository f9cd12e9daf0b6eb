using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Pushes all motion later and holds its first pose until it starts.</summary>
/// <param name="Frames">By how many frames.</param>
/// <param name="Objects">Whose motion; left out, everything's, and the scene grows by as much.</param>
public sealed record AddLead(long Frames, ImmutableArray<ObjectId>? Objects = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Add a lead of {Gaps.Words(Frames)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        Gaps.Check(0, Frames);
        if (Objects is { IsDefaultOrEmpty: true }) throw new Refusal("objects", "select at least one object");
        scene.RefuseLocked(Objects);
        var push = new FrameGap(scene.Rate, new Tick(-Tick.Furthest), Frames);
        var pushed = Objects is null ? push.Applied(scene) : scene;
        foreach (var id in Objects ?? [.. scene.Objects.Keys])
        {
            var thing = scene.Object(id, "objects");
            foreach (var (name, channel) in thing.Channels)
                if (channel.Curve is { } curve)
                    thing = thing.WithChannel(name, channel with { Curve = Led(thing.Spec(name, "objects"), curve, push.Applied(curve)) });
            pushed = pushed.With(thing);
        }
        if (Objects is not null) return pushed;
        var (range, work) = (scene.Settings.Range, scene.Settings.Work);
        return pushed with
        {
            Settings = scene.Settings with
            {
                Range = (range with { Last = range.Last + Frames }).Checked("range"),
                Work = work with { Last = work.Last + Frames },
            },
        };
    }

    /// <summary>The curve pushed, with a key at its old start that holds the first pose; what repeats only waits.</summary>
    private static Curve Led(ChannelSpec spec, Curve before, Curve pushed)
    {
        var first = before.Keys[0];
        // A key more would make another cycle of it.
        if (BakeCycles.IsCycle(before.Before) || BakeCycles.IsCycle(before.After)) return new Curve(pushed.Keys, Extrapolation.Hold, pushed.After);
        var flat = spec.HoldsOnly ? Interpolation.Hold : Interpolation.Flat;
        var start = pushed.Keys[0] with { In = flat };
        // Its out side leaned on having nothing before it.
        if (start.Out.LeansOnNeighbours() && pushed.Segments.Length > 0) start = start with { Out = Interpolation.Free, OutHandle = pushed.Segments[0].OutHandle };
        return new Curve([first with { Out = flat }, start, .. pushed.Keys.Skip(1)], Extrapolation.Hold, pushed.After);
    }
}
