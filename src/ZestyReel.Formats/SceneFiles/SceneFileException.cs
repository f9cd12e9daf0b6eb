namespace ZestyReel.Formats.SceneFiles;

/// <summary>A scene file that was refused whole, with every fault found.</summary>
public sealed class SceneFileException(IReadOnlyList<SceneFileFault> faults)
    : Exception($"{faults[0]}{(faults.Count > 1 ? $" (and {faults.Count - 1} more)" : "")}")
{
    public IReadOnlyList<SceneFileFault> Faults { get; } = faults;
}
