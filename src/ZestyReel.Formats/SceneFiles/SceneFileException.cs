namespace ZestyReel.Formats.SceneFiles;

/// <summary>A scene file that was refused whole, with every fault found.</summary>
public sealed class SceneFileException(IReadOnlyList<SceneFileFault> faults)
    : Exception($"{faults[0]}{(faults.Count > 1 ? $" (and {faults.Count - 1} more)" : "")}")
{
    /// <summary>All that is wrong with the file, in its order.</summary>
    public IReadOnlyList<SceneFileFault> Faults { get; } = faults;
}
