using ZestyReel.Core.Outgoing;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Sounds;
using ZestyReel.Store;

namespace ZestyReel.Server.Outgoing;

/// <summary>The files and histories of kept scenes, for what goes out.</summary>
public sealed class Outlet(SceneShelf shelf, SceneStore store, SoundBank bank)
{
    /// <summary>Those of a scene.</summary>
    internal OutgoingFiles FilesOf(long scene) => new(asset => shelf.Asset(scene, asset), SoundEndpoints.SamplesOf(scene, bank, shelf), stop => KeptSceneFile.History(scene, store, shelf.Folder, stop));
}
