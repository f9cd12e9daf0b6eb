using System.Text.Json.Serialization;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Gives a key a handle of its own on one side. A handle in line with the other side's turns that one with it.</summary>
/// <param name="Time">The key.</param>
/// <param name="Side">Which of its handles.</param>
/// <param name="Frames">How far the handle reaches in time, in frames; either sign is taken as away from the key.</param>
/// <param name="Value">Its offset in value.</param>
/// <param name="Alone">Leaves the other side as it is, so that a corner comes in.</param>
/// <param name="Object">The object whose channel it is.</param>
/// <param name="Channel">The channel's name.</param>
/// <param name="Warp">Or the warp whose point is meant.</param>
/// <param name="Placed">Or the placed clip whose rate is meant.</param>
/// <param name="Layer">Or the layer whose strength is meant.</param>
/// <param name="Sound">Or the sound whose channel is meant.</param>
[method: JsonConstructor]
public sealed record SetHandle(
    Tick Time, KeySide Side, double Frames, double Value, bool Alone = false,
    ObjectId? Object = null, string? Channel = null, WarpId? Warp = null, PlacedClipId? Placed = null, LayerId? Layer = null, SoundId? Sound = null) : Edit
{
    /// <summary>A handle of an object's channel.</summary>
    public SetHandle(ObjectId thing, string channel, Tick time, KeySide side, double frames, double value, bool alone = false)
        : this(time, side, frames, value, alone, thing, channel)
    {
    }

    /// <summary>Which curve is meant.</summary>
    /// <exception cref="Refusal">It says of none, or of several.</exception>
    [JsonIgnore]
    public CurveRef Curve => CurveRef.Given(Object, Channel, Warp, Placed, Layer, Sound, "handle");

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"Bend {ChannelWords.Of(scene, [Curve])} at {scene.Rate.FrameOf(Time.Value):0.##}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Enum.IsDefined(Side)) throw new Refusal("side", "a key has an in and an out side");
        if (!double.IsFinite(Frames) || !double.IsFinite(Value)) throw new Refusal("value", "the handle is not made of finite numbers");
        return scene.OnEachChannel([new KeySet(Curve, [Time])], (spec, channel, _) =>
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
