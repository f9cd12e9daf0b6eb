namespace ZestyReel.Formats.SceneFiles;

/// <summary>The published JSON Schema of scene files.</summary>
public static class SceneFileSchema
{
    /// <summary>The schema as JSON.</summary>
    public static string Text { get; } = Read();

    private static string Read()
    {
        using var stream = typeof(SceneFileSchema).Assembly.GetManifestResourceStream("zesty-scene.schema.json")!;
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }
}
