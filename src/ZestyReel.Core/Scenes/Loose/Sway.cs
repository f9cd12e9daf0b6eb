using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>Smooth noise is added to some of an object's channels: as much, as fast and as rough as its channels under Sway say.</summary>
/// <param name="Channels">What sways, in the order in which they are shown; each by noise of its own.</param>
/// <param name="Seed">Another gives other noise; the same on another object makes it sway alike.</param>
/// <param name="On">Whether it does.</param>
public sealed record Sway(ImmutableArray<string> Channels, int Seed = 1, bool On = true)
{
    /// <summary>How often a second it turns about, about.</summary>
    public const string Pace = "sway.pace";

    /// <summary>How much finer noise there is besides.</summary>
    public const string Roughness = "sway.roughness";

    /// <summary>The channel that says how far a channel sways, in that one's unit.</summary>
    public static string AmountOf(string channel) => GroupOf(channel) switch
    {
        ChannelUses.SwaysPosition => "sway.position",
        ChannelUses.SwaysRotation => "sway.rotation",
        ChannelUses.SwaysScale => "sway.scale",
        _ => "sway.other",
    };

    /// <summary>The channels that it gives its object.</summary>
    public ChannelUses Uses
    {
        get
        {
            var uses = ChannelUses.Sways;
            foreach (var channel in Channels) uses |= GroupOf(channel);
            return uses;
        }
    }

    private static ChannelUses GroupOf(string channel) =>
        channel.StartsWith("position.", StringComparison.Ordinal) ? ChannelUses.SwaysPosition
        : channel.StartsWith("rotation.", StringComparison.Ordinal) ? ChannelUses.SwaysRotation
        : channel.StartsWith("scale.", StringComparison.Ordinal) ? ChannelUses.SwaysScale
        : ChannelUses.SwaysOther;

    /// <summary>Whether it is on and moves a channel.</summary>
    public bool Moves(string channel) => On && Channels.Contains(channel);

    /// <inheritdoc/>
    public bool Equals(Sway? other) => other is not null && (Seed, On) == (other.Seed, other.On) && Channels.AsSpan().SequenceEqual(other.Channels.AsSpan());

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Seed, On, Channels.Length);
}
