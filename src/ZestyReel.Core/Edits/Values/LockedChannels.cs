using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Finds channels of objects that may be changed by hand.</summary>
internal static class LockedChannels
{
    /// <exception cref="Refusal">The channel is locked.</exception>
    public static Channel Unlocked(this SceneObject thing, string name, string place)
    {
        var channel = thing.Channel(name);
        return channel.Locked ? throw new Refusal(place, $"{thing.Name}'s {name} is locked; unlock it first") : channel;
    }
}
