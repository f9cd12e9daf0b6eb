using ZestyReel.Core.Outgoing;
using ZestyReel.Server.Sounds;
using ZestyReel.Store;

namespace ZestyReel.Server.Outgoing;

/// <summary>The files of kept scenes, for what goes out.</summary>
public sealed class Outlet(SceneShelf shelf, SoundBank bank)
{
    /// <summary>Those of a scene.</summary>
    internal OutgoingFiles FilesOf(long scene) => new(asset => shelf.Asset(scene, asset), SoundEndpoints.SamplesOf(scene, bank, shelf));
}
