using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>What was done to a scene, packed to go with it.</summary>
/// <param name="Scene">The scene as it is with those steps in force that are.</param>
/// <param name="Assets">The files that it needs, or did before, or would if what is undone were done again.</param>
/// <param name="Packed">The packed steps, to be read from where it stands.</param>
public sealed record OutgoingHistory(Scene Scene, IReadOnlyCollection<AssetHash> Assets, Stream Packed) : IDisposable
{
    /// <inheritdoc/>
    public void Dispose() => Packed.Dispose();
}
