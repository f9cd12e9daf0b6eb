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
    Aim? Aim = null)
{
    /// <summary>What its own transform lies inside: the path that it follows, else its parent; null where it is the world.</summary>
    public ObjectId? Carrier => Follow?.Path ?? Parent;

    /// <summary>Whether some layer has keys of it.</summary>
    public bool IsLayered => Channels.Keys.Any(LayeredName.Is);

    /// <summary>The channels that it has, in the order in which they are shown and written.</summary>
    public ImmutableArray<ChannelSpec> Specs => ChannelCatalogue.Of(Kind, Follow is not null, Aim is not null);

    /// <summary>What is known of a channel, be it in a layer or not; null where it has no such channel.</summary>
    public ChannelSpec? Find(string channel) => LayeredName.LayerOf(channel) is { } layer
        ? ChannelCatalogue.Find(Kind, LayeredName.ChannelOf(channel), Follow is not null, Aim is not null)?.InLayer(layer)
        : ChannelCatalogue.Find(Kind, channel, Follow is not null, Aim is not null);

    /// <summary>What is known of a channel itself, and not of its keys in a layer.</summary>
    /// <exception cref="Refusal">It has no such channel, or the name says a layer.</exception>
    public ChannelSpec OwnSpec(string channel, string place) =>
        LayeredName.Is(channel) ? throw new Refusal(place, "the channel as a whole is meant, not its keys in a layer") : Spec(channel, place);

    /// <summary>What is known of a channel.</summary>
    /// <exception cref="Refusal">It has no such channel.</exception>
    public ChannelSpec Spec(string channel, string place) =>
        Find(channel)
        ?? throw new Refusal(place, channel == Scenes.Follow.Travel ? $"{Name} follows no path" : channel == Scenes.Aim.Weight ? $"{Name} aims at nothing" : $"a {Kind.ToString().ToLowerInvariant()} has no channel \"{Names.Shown(channel)}\"");

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
    public SceneObject Aiming(Aim? aim) => this with { Aim = aim, Channels = aim is null ? Without(Scenes.Aim.Weight) : Channels };

    /// <summary>The object on another path or on none; then it has no travel any more.</summary>
    public SceneObject Following(Follow? follow) => this with { Follow = follow, Channels = follow is null ? Without(Scenes.Follow.Travel) : Channels };

    /// <summary>The channels without one, in layers neither.</summary>
    private ImmutableSortedDictionary<string, Channel> Without(string channel) =>
        Channels.RemoveRange(Channels.Keys.Where(name => LayeredName.ChannelOf(name) == channel));
}
