namespace ZestyReel.Formats.SceneFiles;

/// <summary>What a scene's file is called.</summary>
public static class SceneFileName
{
    /// <summary>What the name of a scene file ends with.</summary>
    public const string Ending = ".zesty.json";

    /// <summary>A name that every file system takes.</summary>
    public static string For(string scene, bool isPackage = false) => With(scene, isPackage ? ScenePackage.Ending : Ending);

    /// <summary>The same of a file with another ending.</summary>
    public static string With(string scene, string ending)
    {
        var plain = string.Concat(scene.ToLowerInvariant().Select(c => char.IsLetterOrDigit(c) ? c : '-')).Trim('-');
        while (plain.Contains("--", StringComparison.Ordinal)) plain = plain.Replace("--", "-", StringComparison.Ordinal);
        return (plain.Length == 0 ? "scene" : plain) + ending;
    }
}
