namespace ZestyReel.Core.Scenes;

/// <summary>What channels were called in scene files of version 1 and in databases up to version 6.</summary>
public static class OlderWords
{
    private static readonly Dictionary<string, string> Channels = new()
    {
        ["move.x"] = "position.x", ["move.y"] = "position.y", ["move.z"] = "position.z",
        ["turn.x"] = "rotation.x", ["turn.y"] = "rotation.y", ["turn.z"] = "rotation.z",
        ["size.x"] = "scale.x", ["size.y"] = "scale.y", ["size.z"] = "scale.z",
        ["light.glow"] = "light.intensity", ["light.reach"] = "light.range", ["light.spread"] = "light.cone",
    };

    private static readonly HashSet<string> Newer = [.. Channels.Values];

    /// <summary>What a channel is called now, be the name an older one or one of today.</summary>
    public static string Channel(string name) => Channels.GetValueOrDefault(name, name);

    /// <summary>Whether a channel had another name in former times.</summary>
    public static bool WasCalledOtherwise(string name) => Newer.Contains(name);
}
