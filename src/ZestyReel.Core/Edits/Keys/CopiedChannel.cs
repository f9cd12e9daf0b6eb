using System.Collections.Immutable;
using System.Text.Json.Serialization;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Copied keys of one curve, in rising time.</summary>
/// <param name="Keys">The keys.</param>
/// <param name="Object">The object whose channel they are from.</param>
/// <param name="Channel">The channel's name; keys in a layer are told by a <see cref="LayeredName"/>.</param>
/// <param name="Warp">Or the warp whose points they are.</param>
/// <param name="Placed">Or the placed clip whose rate they are from.</param>
/// <param name="Layer">Or the layer whose strength is meant.</param>
/// <param name="Sound">Or the sound whose channel is meant.</param>
[method: JsonConstructor]
public sealed record CopiedChannel(
    ImmutableArray<CopiedKey> Keys, ObjectId? Object = null, string? Channel = null, WarpId? Warp = null, PlacedClipId? Placed = null, LayerId? Layer = null, SoundId? Sound = null)
{
    /// <summary>Keys of any curve.</summary>
    public CopiedChannel(CurveRef curve, ImmutableArray<CopiedKey> keys) : this(keys, curve.Object, curve.OneOfSeveral, curve.Warp, curve.Placed, curve.Layer, curve.Sound)
    {
    }

    /// <summary>Where they are from.</summary>
    /// <exception cref="Refusal">It says of none, or of several.</exception>
    [JsonIgnore]
    public CurveRef Curve => CurveRef.Given(Object, Channel, Warp, Placed, Layer, Sound, "copied");
}
