using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>The words of scene files of version 1, led to those of today. A file has the words of its own version only.</summary>
internal static class Version1
{
    private static readonly Dictionary<string, string> Fields = new()
    {
        ["turnOrder"] = "rotationOrder", ["turning"] = "rotation", ["choices"] = "selections", ["rounds"] = "cycle",
    };

    private static readonly HashSet<string> Newer = [.. Fields.Values];

    /// <summary>What a field is called now; null where version 1 had no such field.</summary>
    public static string? Field(string name) => Fields.TryGetValue(name, out var now) ? now : Newer.Contains(name) ? null : name;

    /// <summary>What a channel is called now; null where version 1 had no such channel.</summary>
    public static string? Channel(string name) => OlderWords.WasCalledOtherwise(name) ? null : OlderWords.Channel(name);

    /// <summary>What a word of a list is now.</summary>
    public static string Word(string word) => word == "shortest" ? "quaternion" : word;
}
