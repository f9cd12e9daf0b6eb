using System.Collections.Immutable;
using System.Text.Json.Serialization;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Points at keys of one curve by their times: of an object's channel, of a warp, of a placed clip's rate, or of a layer's strength.</summary>
/// <param name="Times">When the keys stand, in ticks.</param>
/// <param name="Object">The object whose channel it is.</param>
/// <param name="Channel">The channel's name; keys in a layer are told by a <see cref="LayeredName"/>.</param>
/// <param name="Warp">Or the warp whose points are meant.</param>
/// <param name="Placed">Or the placed clip whose rate is meant.</param>
/// <param name="Layer">Or the layer whose strength is meant.</param>
/// <param name="Sound">Or the sound whose channel is meant.</param>
[method: JsonConstructor]
public sealed record KeySet(
    ImmutableArray<Tick> Times, ObjectId? Object = null, string? Channel = null, WarpId? Warp = null, PlacedClipId? Placed = null, LayerId? Layer = null, SoundId? Sound = null)
{
    /// <summary>Keys of an object's channel.</summary>
    public KeySet(ObjectId thing, string channel, ImmutableArray<Tick> times) : this(times, thing, channel)
    {
    }

    /// <summary>Keys of any curve.</summary>
    public KeySet(CurveRef curve, ImmutableArray<Tick> times) : this(times, curve.Object, curve.OneOfSeveral, curve.Warp, curve.Placed, curve.Layer, curve.Sound)
    {
    }

    /// <summary>Which curve is meant.</summary>
    /// <exception cref="Refusal">It says of none, or of several.</exception>
    [JsonIgnore]
    public CurveRef Curve => CurveRef.Given(Object, Channel, Warp, Placed, Layer, Sound, "keys");
}
