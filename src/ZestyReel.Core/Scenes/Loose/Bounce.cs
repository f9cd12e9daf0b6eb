using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>While its channel <c>bounce.falling</c> is on, an object falls in the world, as a ball does: off the ground, off everything else that bounces, and off what it is told.</summary>
/// <param name="Against">What it bounces off besides: balls about the origins of these, which go where they go.</param>
/// <param name="On">Whether it does.</param>
public sealed record Bounce(ImmutableArray<ObjectId> Against, bool On = true)
{
    /// <summary>Whether it falls; off, it is where its keys say.</summary>
    public const string Falling = "bounce.falling";

    /// <summary>How it is drawn down, in lengths per second per second.</summary>
    public const string Gravity = "bounce.gravity";

    /// <summary>The coefficient of restitution: which share of its speed a bounce leaves it.</summary>
    public const string Restitution = "bounce.restitution";

    /// <summary>The coefficient of friction on the ground.</summary>
    public const string Friction = "bounce.friction";

    /// <summary>The height of the ground in the world.</summary>
    public const string Ground = "bounce.ground";

    /// <summary>From its origin to where it touches.</summary>
    public const string Radius = "bounce.radius";

    /// <summary>Whether it is on and moves a channel.</summary>
    public bool Moves(string channel) => On && Lag.Place.Contains(channel);

    /// <inheritdoc/>
    public bool Equals(Bounce? other) => other is not null && On == other.On && Against.AsSpan().SequenceEqual(other.Against.AsSpan());

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(On, Against.Length);
}
