using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>Some of an object's channels, or its place in the world, follow what its keys say as if on a spring.</summary>
/// <param name="Channels">What lags, in the order in which they are shown; nothing where its place in the world does.</param>
/// <param name="World">Its place in the world lags, so that it also lags behind what carries it.</param>
/// <param name="On">Whether it does.</param>
public sealed record Lag(ImmutableArray<string> Channels, bool World = false, bool On = true)
{
    /// <summary>How often a second the spring would swing without damping, in hertz.</summary>
    public const string Frequency = "lag.frequency";

    /// <summary>The damping ratio: below 1 it swings over, at 1 it comes to rest soonest.</summary>
    public const string Damping = "lag.damping";

    /// <summary>The channels of a place.</summary>
    public static readonly ImmutableArray<string> Place = ["position.x", "position.y", "position.z"];

    /// <summary>The channels that lag.</summary>
    public ImmutableArray<string> Moved => World ? Place : Channels;

    /// <summary>Whether it is on and moves a channel.</summary>
    public bool Moves(string channel) => On && Moved.Contains(channel);

    /// <inheritdoc/>
    public bool Equals(Lag? other) => other is not null && (World, On) == (other.World, other.On) && Channels.AsSpan().SequenceEqual(other.Channels.AsSpan());

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(World, On, Channels.Length);
}
