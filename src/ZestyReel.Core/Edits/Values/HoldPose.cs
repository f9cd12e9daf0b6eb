using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Copies the pose of a frame to a later one, with a flat stretch between. Only channels that have keys take part.
/// </summary>
/// <param name="From">The frame whose pose is held.</param>
/// <param name="To">Until when.</param>
/// <param name="Objects">Whose pose.</param>
/// <param name="Push">Later keys move along by the length of the hold; else those between the two frames go.</param>
public sealed record HoldPose(decimal From, decimal To, ImmutableArray<ObjectId> Objects, bool Push = false) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant($"Hold the pose of {From} until {To}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (To <= From) throw new Refusal("to", "the pose is held from a frame to a later one");
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        var (start, end) = (new SeenValues(scene, From), new SeenValues(scene, To));
        var held = 0;
        foreach (var id in Objects.Distinct())
        {
            var thing = scene.Object(id, "objects");
            foreach (var (name, known) in thing.Channels)
            {
                if (known.Curve is null) continue;
                var channel = scene.At(CurveRef.Of(id, name), "objects").Unlocked("objects").Channel;
                var curve = CurveRef.Of(id, name);
                thing = thing.WithChannel(name, Held(thing.Spec(name, "objects"), channel, start.Source(curve), end.Source(curve)));
                held++;
            }
            scene = scene.With(thing);
        }
        return held > 0 ? scene : throw new Refusal("objects", "the selected objects have no keys; set some first");
    }

    private Channel Held(ChannelSpec spec, Channel channel, Tick from, Tick to)
    {
        if (to <= from) throw new Refusal("to", "a warp stops or turns time between the two frames; hold the pose where time runs on");
        var curve = channel.Curve!;
        var value = spec.Within(curve.ValueAt(from.Value));
        var flat = spec.HoldsOnly ? Interpolation.Hold : Interpolation.Flat;
        var rest = spec.HoldsOnly ? Interpolation.Hold : Interpolation.Clamped;
        var start = curve.IndexOf(from) is var at and >= 0 ? curve.Keys[at] with { Out = flat } : new Key(from, value, rest, flat);
        var end = curve.IndexOf(to) is var there and >= 0 && !Push
            ? curve.Keys[there] with { Value = value, In = flat }
            : new Key(to, value, flat, Push ? start.In : rest);
        var later = Push
            ? curve.Keys.Where(key => key.Time > from).Select(key => key with { Time = key.Time + (to - from) })
            : curve.Keys.Where(key => key.Time > to);
        return channel with { Curve = curve.WithKeys([.. curve.Keys.Where(key => key.Time < from), start, end, .. later]) };
    }
}
