namespace ZestyReel.Formats.SceneFiles;

/// <summary>The scene file's spelling of the core's enumerations: lower case, words joined by hyphens.</summary>
internal static class FileWords
{
    public static string Of<T>(T value) where T : struct, Enum => Spellings<T>.ByValue[value];

    public static bool TryRead<T>(string word, out T value) where T : struct, Enum => Spellings<T>.ByWord.TryGetValue(word, out value);

    public static string All<T>() where T : struct, Enum => string.Join(", ", Spellings<T>.ByWord.Keys);

    private static class Spellings<T> where T : struct, Enum
    {
        public static readonly Dictionary<T, string> ByValue = Enum.GetValues<T>().ToDictionary(v => v, v => Hyphened(v.ToString()));
        public static readonly Dictionary<string, T> ByWord = ByValue.ToDictionary(v => v.Value, v => v.Key);
    }

    private static string Hyphened(string name) =>
        string.Concat(name.Select((c, i) => char.IsUpper(c) ? (i == 0 ? "" : "-") + char.ToLowerInvariant(c) : c.ToString()));
}
