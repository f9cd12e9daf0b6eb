using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Gives a key a handle of its own on one side. A handle in line with the other side's turns that one with it.</summary>
/// <param name="Object">Whose channel.</param>
/// <param name="Channel">Its name.</param>
/// <param name="Time">The key.</param>
/// <param name="Side">Which of its handles.</param>
/// <param name="Frames">How far the handle reaches in time, in frames; either sign is taken as away from the key.</param>
/// <param name="Value">Its offset in value.</param>
/// <param name="Alone">Leaves the other side as it is, so that a corner comes in.</param>
public sealed record SetHandle(
    ObjectId Object, string Channel, Tick Time, KeySide Side, double Frames, double Value, bool Alone = false) : Edit
{
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"Bend {scene.Seen(Object, Channel, "handle").Thing.Name} {Channel} at {scene.Rate.FrameOf(Time.Value):0.##}");

    public override Scene Apply(Scene scene)
    {
        if (!Enum.IsDefined(Side)) throw new Refusal("side", "a key has an in and an out side");
        if (!double.IsFinite(Frames) || !double.IsFinite(Value)) throw new Refusal("value", "the handle is not made of finite numbers");
        return scene.OnEachChannel([new KeySet(Object, Channel, [Time])], (spec, channel, _) =>
        {
            if (spec.HoldsOnly) throw new Refusal("channel", $"{spec.Name} only holds; it has no handles");
            var curve = channel.Curve!;
            var at = curve.IndexOf(Time);
            var isJoined = curve.IsJoined(at);
            var length = Math.Abs(Frames) * scene.Rate.TicksPerFrame;
            var key = Side == KeySide.In
                ? curve.Keys[at] with { In = Interpolation.Free, InHandle = new Handle(-length, Value) }
                : curve.Keys[at] with { Out = Interpolation.Free, OutHandle = new Handle(length, Value) };
            if (isJoined && !Alone && length > 0) key = Turned(curve, at, key);
            return channel with { Curve = curve.WithKeys(curve.Keys.SetItem(at, key)) };
        });
    }

    /// <summary>The key with its other handle in line, as long in time as it was.</summary>
    private Key Turned(Curve curve, int at, Key key) => Side == KeySide.In
        ? key with { Out = Interpolation.Free, OutHandle = InLine(curve.Segments[at].OutHandle, key.InHandle) }
        : key with { In = Interpolation.Free, InHandle = InLine(curve.Segments[at - 1].InHandle, key.OutHandle) };

    private static Handle InLine(Handle turned, Handle given) => new(turned.Ticks, given.Value / given.Ticks * turned.Ticks);
}
