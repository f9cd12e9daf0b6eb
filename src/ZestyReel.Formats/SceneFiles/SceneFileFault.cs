namespace ZestyReel.Formats.SceneFiles;

/// <summary>One thing wrong with a scene file.</summary>
/// <param name="Place">A path such as <c>objects[0].channels.position.y.keys[2].frame</c>, or <c>line 3</c> where the text is no JSON.</param>
/// <param name="Reason">What is wrong.</param>
public sealed record SceneFileFault(string Place, string Reason)
{
    /// <inheritdoc/>
    public override string ToString() => $"{Place}: {Reason}";
}
