using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>Anything in the scene.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">Unique in the scene.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Parent">Its parent, or null.</param>
/// <param name="Place">Where it stands among the scene's objects; lower comes first.</param>
/// <param name="RotationOrder">The order of its three rotations.</param>
/// <param name="Channels">The channels that differ from the kind's defaults.</param>
/// <param name="RotationInterpolation">How it gets from one key of its rotation to the next.</param>
/// <param name="Roll">Whether it turns like a wheel as it travels.</param>
/// <param name="Path">The way of a path; null for every other kind.</param>
/// <param name="Follow">The path that it goes along; null where it goes along none.</param>
/// <param name="Aim">What it is turned at; null where it is turned at nothing.</param>
/// <param name="Sway">The noise that is added to its channels; null where there is none.</param>
/// <param name="Lag">How it follows its keys; null where it is where they say.</param>
/// <param name="Bounce">How it falls; null where it does not.</param>
/// <param name="Deformers">What bends its geometry, or that below it; null where nothing does.</param>
/// <param name="Fade">How it becomes clear along a direction; null where it does not.</param>
/// <param name="Text">What a text says; null for every other kind.</param>
/// <param name="Mesh">Where the triangles of a mesh come from; null for every other kind.</param>
public sealed record SceneObject(
    ObjectId Id,
    string Name,
    ObjectKind Kind,
    ObjectId? Parent,
    int Place,
    RotationOrder RotationOrder,
    ImmutableSortedDictionary<string, Channel> Channels,
    RotationInterpolation RotationInterpolation = RotationInterpolation.EachAxis,
    Roll? Roll = null,
    PathShape? Path = null,
    Follow? Follow = null,
    Aim? Aim = null,
    Sway? Sway = null,
    Lag? Lag = null,
    Bounce? Bounce = null,
    DeformerStack? Deformers = null,
    Fade? Fade = null,
    TextBody? Text = null,
    MeshBody? Mesh = null) : INamesAssets
{
    /// <inheritdoc/>
    public IEnumerable<NamedAsset> Assets() => Mesh is { } mesh ? [new(mesh.Asset, mesh.Name, AssetUse.Mesh)] : [];

    /// <summary>What its own transform lies inside: the path that it follows, else its parent; null where it is the world.</summary>
    public ObjectId? Carrier => Follow?.Path ?? Parent;

    /// <summary>Whether some layer has keys of it.</summary>
    public bool IsLayered => Channels.Keys.Any(LayeredName.Is);

    /// <summary>What gives it more channels than its kind has.</summary>
    public ChannelUses Uses =>
        (Follow is null ? 0 : ChannelUses.Follows) | (Aim is null ? 0 : ChannelUses.Aims) | (Sway?.Uses ?? 0) |
        (Lag is null ? 0 : ChannelUses.Lags) | (Bounce is null ? 0 : ChannelUses.Bounces) | (Fade is null ? 0 : ChannelUses.Fades);

    /// <summary>The channels that it has, in the order in which they are shown and written.</summary>
    public ImmutableArray<ChannelSpec> Specs => ChannelCatalogue.Of(Kind, Uses) is var own && Deformers is { } stack ? stack.After(own) : own;

    /// <summary>Whether it sways, lags or bounces, so that some of its motion is nobody's keys.</summary>
    public bool IsLoose => Sway is { On: true } || Lag is { On: true } || Bounce is { On: true };

    /// <summary>What is known of a channel, be it in a layer or not; null where it has no such channel.</summary>
    public ChannelSpec? Find(string channel) => LayeredName.LayerOf(channel) is { } layer
        ? Own(LayeredName.ChannelOf(channel))?.InLayer(layer)
        : Own(channel);

    private ChannelSpec? Own(string channel) => DeformerChannels.Is(channel) ? Deformers?.Find(channel) : ChannelCatalogue.Find(Kind, channel, Uses);

    /// <summary>What is known of a channel itself, and not of its keys in a layer.</summary>
    /// <exception cref="Refusal">It has no such channel, or the name says a layer.</exception>
    public ChannelSpec OwnSpec(string channel, string place) =>
        LayeredName.Is(channel) ? throw new Refusal(place, "the channel as a whole is meant, not its keys in a layer") : Spec(channel, place);

    /// <summary>What is known of a channel.</summary>
    /// <exception cref="Refusal">It has no such channel.</exception>
    public ChannelSpec Spec(string channel, string place) =>
        Find(channel)
        ?? throw new Refusal(place, Lacking(channel) ?? $"a {Kind.ToString().ToLowerInvariant()} has no channel \"{Names.Shown(channel)}\"");

    /// <summary>Why it has not a channel that such an object could have; null where none could.</summary>
    public string? Lacking(string channel) => DeformerChannels.Parts(LayeredName.ChannelOf(channel)) is { } parts
        ? Deformers is not null && Deformers.IndexOf(parts.Deformer) >= 0 ? $"{Names.Shown(parts.Deformer)} of {Name} has no {Names.Shown(parts.Channel)}" : $"{Name} has no deformer called \"{Names.Shown(parts.Deformer)}\""
        : ChannelCatalogue.UseFor(LayeredName.ChannelOf(channel)) switch
    {
        ChannelUses.None => null,
        ChannelUses.Follows => $"{Name} follows no path",
        ChannelUses.Aims => $"{Name} aims at nothing",
        ChannelUses.Lags => $"{Name} does not lag",
        ChannelUses.Bounces => $"{Name} does not bounce",
        ChannelUses.Fades => $"{Name} does not fade",
        _ => Sway is null ? $"{Name} does not sway" : $"nothing of that kind sways of {Name}",
    };

    /// <summary>The channel of that name, which the kind must have.</summary>
    public Channel Channel(string name) => Channels.GetValueOrDefault(name) ?? new Channel(Spec(name, "channel").Default);

    /// <summary>The object with a channel added or replaced.</summary>
    public SceneObject WithChannel(string name, Channel channel) => this with
    {
        Channels = channel is { Curve: null, Locked: false } && (LayeredName.Is(name) || channel.Still == Spec(name, "channel").Default)
            ? Channels.Remove(name)
            : Channels.SetItem(name, LayeredName.Is(name) && channel.Still != 0 ? channel with { Still = 0 } : channel),
    };

    /// <summary>The object aiming otherwise or at nothing; then it has no weight of that any more.</summary>
    public SceneObject Aiming(Aim? aim) => (this with { Aim = aim }).Kept();

    /// <summary>The object on another path or on none; then it has no travel any more.</summary>
    public SceneObject Following(Follow? follow) => (this with { Follow = follow }).Kept();

    /// <summary>The object swaying otherwise or not at all.</summary>
    public SceneObject Swaying(Sway? sway) => (this with { Sway = sway }).Kept();

    /// <summary>The object lagging otherwise or not at all.</summary>
    public SceneObject Lagging(Lag? lag) => (this with { Lag = lag }).Kept();

    /// <summary>The object bouncing otherwise or not at all.</summary>
    public SceneObject Bouncing(Bounce? bounce) => (this with { Bounce = bounce }).Kept();

    /// <summary>The object fading otherwise or not at all.</summary>
    public SceneObject Fading(Fade? fade) => (this with { Fade = fade }).Kept();

    /// <summary>The object with other deformers, or none; the channels of those that went go.</summary>
    public SceneObject Deforming(IEnumerable<Deformer> deformers)
    {
        return (this with { Deformers = DeformerStack.Of([.. deformers]) }).LooseKept().Kept();
    }

    /// <summary>A group with what a group can have of it: its motion, its opacity, what bends it and how it fades.</summary>
    public SceneObject AsGroup() => (this with { Kind = ObjectKind.Group, Text = null, Mesh = null }).LooseKept().Kept();

    /// <summary>The object without sway and lag of channels that it has not any more.</summary>
    private SceneObject LooseKept()
    {
        var next = this;
        if (next.Sway is { } sway && sway.Channels.RemoveAll(name => next.Find(name) is null) is var swaying && swaying.Length < sway.Channels.Length)
            next = next with { Sway = swaying.IsEmpty ? null : sway with { Channels = swaying } };
        if (next.Lag is { World: false } lag && lag.Channels.RemoveAll(name => next.Find(name) is null) is var lagging && lagging.Length < lag.Channels.Length)
            next = next with { Lag = lagging.IsEmpty ? null : lag with { Channels = lagging } };
        return next;
    }

    /// <summary>The object with the channels that it still has, in layers too.</summary>
    private SceneObject Kept()
    {
        bool IsGone(string name) => Own(LayeredName.ChannelOf(name)) is null;
        return Channels.Keys.Any(IsGone) ? this with { Channels = Channels.RemoveRange(Channels.Keys.Where(IsGone)) } : this;
    }
}
