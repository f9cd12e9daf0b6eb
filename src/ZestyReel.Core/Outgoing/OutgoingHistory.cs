using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>What was done to a scene, packed to go with it.</summary>
/// <param name="Scene">The scene as it is with those steps in force that are.</param>
/// <param name="Assets">The files that it needs, or did before, or would if what is undone were done again.</param>
/// <param name="Read">Gives the next of the packed bytes into some room, and says how many they are; 0 at the end.</param>
/// <param name="Close">Lets go of them.</param>
public sealed record OutgoingHistory(Scene Scene, IReadOnlyCollection<AssetHash> Assets, Func<byte[], int> Read, Action Close) : IDisposable
{
    /// <inheritdoc/>
    public void Dispose() => Close();
}
