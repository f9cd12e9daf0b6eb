
namespace ZestyReel.Core.Scenes;

/// <summary>The address of a curve: whose it is, and which of theirs.</summary>
/// <param name="Owner">What has it.</param>
/// <param name="Id">The owner's number.</param>
/// <param name="Channel">The channel's name, as in the scene file.</param>
public readonly record struct CurveRef(OwnerKind Owner, int Id, string Channel)
{
    /// <summary>A channel of an object.</summary>
    public static CurveRef Of(ObjectId thing, string channel) => new(OwnerKind.Object, thing.Value, channel);

    /// <summary>The points of a warp.</summary>
    public static CurveRef Of(WarpId warp) => new(OwnerKind.Warp, warp.Value, WarpPoints.Channel);

    /// <summary>The rate of a clip on an object.</summary>
    public static CurveRef Of(PlacedClipId placed) => new(OwnerKind.Placed, placed.Value, ClipRate.Channel);

    /// <summary>The strength of a layer.</summary>
    public static CurveRef Of(LayerId layer) => new(OwnerKind.Layer, layer.Value, LayerStrength.Channel);

    /// <summary>A channel of a sound.</summary>
    public static CurveRef Of(SoundId sound, string channel) => new(OwnerKind.Sound, sound.Value, channel);

    /// <summary>The object whose channel it is, in a layer or not; null for every other curve.</summary>
    public ObjectId? Object => Owner == OwnerKind.Object ? new ObjectId(Id) : null;

    /// <summary>The warp whose points it is; null for every other curve.</summary>
    public WarpId? Warp => Owner == OwnerKind.Warp ? new WarpId(Id) : null;

    /// <summary>The placed clip whose rate it is; null for every other curve.</summary>
    public PlacedClipId? Placed => Owner == OwnerKind.Placed ? new PlacedClipId(Id) : null;

    /// <summary>The layer whose strength it is; null for every other curve.</summary>
    public LayerId? Layer => Owner == OwnerKind.Layer ? new LayerId(Id) : null;

    /// <summary>The sound whose channel it is; null for every other curve.</summary>
    public SoundId? Sound => Owner == OwnerKind.Sound ? new SoundId(Id) : null;

    /// <summary>The channel, where its owner has several.</summary>
    public string? OneOfSeveral => Owner is OwnerKind.Object or OwnerKind.Sound ? Channel : null;

    /// <summary>The address that an edit's fields mean, of which it gives an object or a sound with a channel, a warp, a placed clip, or a layer.</summary>
    /// <exception cref="Refusal">None of them is given, or more than one.</exception>
    public static CurveRef Given(ObjectId? thing, string? channel, WarpId? warp, PlacedClipId? placed, LayerId? layer, SoundId? sound, string place)
    {
        if ((thing is null ? 0 : 1) + (warp is null ? 0 : 1) + (placed is null ? 0 : 1) + (layer is null ? 0 : 1) + (sound is null ? 0 : 1) != 1)
            throw new Refusal(place, "say whose channel is meant: give an object, a warp, a placed clip, a layer or a sound");
        if (thing is { } of) return Of(of, channel ?? throw new Refusal($"{place}.channel", "say which channel of the object is meant"));
        if (sound is { } heard) return Of(heard, channel ?? throw new Refusal($"{place}.channel", "say which channel of the sound is meant"));
        var found = warp is { } points ? Of(points) : placed is { } clip ? Of(clip) : Of(layer!.Value);
        return channel is null || channel == found.Channel
            ? found
            : throw new Refusal($"{place}.channel", $"a {(warp is not null ? "warp" : placed is not null ? "placed clip" : "layer")} has the channel {found.Channel} only");
    }
}
