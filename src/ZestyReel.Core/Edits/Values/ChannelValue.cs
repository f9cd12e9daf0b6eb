using System.Text.Json.Serialization;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>A channel and a value for it: of an object, of a warp, the rate of a placed clip, the strength of a layer, or of a sound.</summary>
/// <param name="Object">The object whose channel it is.</param>
/// <param name="Channel">The channel's name; keys in a layer are told by a <see cref="LayeredName"/>.</param>
/// <param name="Value">In the channel's unit; null stands for the value that it has anyway.</param>
/// <param name="Warp">Or the warp whose points are meant.</param>
/// <param name="Placed">Or the placed clip whose rate is meant.</param>
/// <param name="Layer">Or the layer whose strength is meant.</param>
/// <param name="Sound">Or the sound whose channel is meant.</param>
[method: JsonConstructor]
public sealed record ChannelValue(
    ObjectId? Object = null, string? Channel = null, double? Value = null, WarpId? Warp = null, PlacedClipId? Placed = null, LayerId? Layer = null, SoundId? Sound = null)
{
    /// <summary>A value for any channel.</summary>
    public ChannelValue(CurveRef curve, double? value = null) : this(curve.Object, curve.OneOfSeveral, value, curve.Warp, curve.Placed, curve.Layer, curve.Sound)
    {
    }

    /// <summary>Which curve is meant.</summary>
    /// <exception cref="Refusal">It says of none, or of several.</exception>
    [JsonIgnore]
    public CurveRef Curve => CurveRef.Given(Object, Channel, Warp, Placed, Layer, Sound, "channels");
}
