using System.Collections.Immutable;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Incoming;

/// <summary>Keeps what a file has that comes in.</summary>
internal static class IncomingKeeping
{
    /// <summary>The scene of its own that a reading becomes: all that it has, or some of its objects.</summary>
    /// <exception cref="Core.Refusal">An object is not there.</exception>
    public static Scene Whole(Scene read, ImmutableArray<ObjectId> objects) => objects.IsEmpty
        ? read
        : new BringObjects(read, objects, read.Settings.Range.First).Apply(Scene.Empty(read.Settings.Name) with { Settings = read.Settings });

    /// <summary>Keeps the files of the meshes that come into a scene, so that the edit can name them.</summary>
    /// <exception cref="SceneGone">The scene has gone.</exception>
    public static void KeepFiles(long scene, IncomingScene read, IReadOnlyList<int>? objects, SceneShelf shelf)
    {
        var wanted = objects is null ? read.Scene.Objects.Values : objects.SelectMany(each => read.Scene.WithAncestors(read.Scene.Object(new(each), "objects").Id));
        foreach (var (asset, name, use) in wanted.SelectMany(thing => thing.Assets()).DistinctBy(each => each.Asset))
            if (!shelf.KeepAsset(scene, SceneShelf.KindOf(use), name, read.Assets[asset])) throw new SceneGone(scene);
    }
}
