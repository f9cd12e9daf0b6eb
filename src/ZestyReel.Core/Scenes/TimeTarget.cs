namespace ZestyReel.Core.Scenes;

/// <summary>An object as a whole, or one channel of it, whose time something changes: what a warp covers, or what a cue starts.</summary>
/// <param name="Object">The object.</param>
/// <param name="Channel">The channel; null is the object as a whole.</param>
public readonly record struct TimeTarget(ObjectId Object, string? Channel)
{
    /// <summary>How far in it lies for a channel: 1 for the object, 2 for that very channel; null where it does not reach it.</summary>
    public int? Depth(ObjectId id, string channel) => Object != id ? null : Channel is null ? 1 : Channel == LayeredName.ChannelOf(channel) ? 2 : null;
}
