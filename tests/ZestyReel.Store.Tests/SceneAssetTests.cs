using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Assets;

namespace ZestyReel.Store.Tests;

/// <summary>The files that scenes need: sent first, used by an edit, kept as long as the scene.</summary>
public sealed class SceneAssetTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-scene-assets-").FullName;

    private static readonly byte[] Plan = [1, 2, 3], Other = [4, 5];

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private (SceneShelf Scenes, SceneStore Store) Open()
    {
        var database = new Database(_folder);
        return (new SceneShelf(database, new AssetShelf(database)), new SceneStore(database));
    }

    private int Files() => Directory.Exists(Path.Combine(_folder, "assets")) ? Directory.GetFiles(Path.Combine(_folder, "assets"), "*", SearchOption.AllDirectories).Length : 0;

    private static AssetHash Named(byte[] file) => AssetHash.Parse(AssetShelf.NameOf(file));

    private static SetBackdrop Behind(byte[] file) => new(BackdropView.Top, Pictures: [new("plan.png", Named(file))]);

    private static Scene Keep(SceneStore store, long id, Edit edit)
    {
        var kept = store.Load(id)!;
        var (after, change) = edit.Changed(kept.Scene);
        store.Keep(id, change, edit.Title(kept.Scene), kept.Position, kept.Revision + 1);
        return after;
    }

    [Fact]
    public void What_is_sent_stays_once_it_is_used_and_else_goes_with_the_next_start()
    {
        var (scenes, store) = Open();
        var id = scenes.Add(Scene.Empty("Bay")).Id;
        scenes.KeepAsset(id, AssetKind.Backdrop, "plan.png", Plan).ShouldBeTrue();
        scenes.KeepAsset(id, AssetKind.Backdrop, "other.png", Other).ShouldBeTrue();
        scenes.KeepAsset(99, AssetKind.Backdrop, "other.png", [7]).ShouldBeFalse();
        var after = Keep(store, id, Behind(Plan));
        Files().ShouldBe(2);
        (scenes, store) = Open();
        Files().ShouldBe(1);
        scenes.Asset(id, Named(Plan)).ShouldBe(Plan);
        scenes.Asset(id, Named(Other)).ShouldBeNull();
        store.Load(id)!.Scene.Backdrops.Values.ShouldBe(after.Backdrops.Values);
        // An undo brings it back, also after another start.
        Keep(store, id, new RemoveBackdrop(BackdropView.Top));
        (scenes, store) = Open();
        var kept = store.Load(id)!;
        var before = store.Walk(id, kept.Scene, 2, 1);
        store.KeepStep(id, SceneChange.Between(kept.Scene, before), 1, kept.Revision + 1);
        scenes.Asset(id, Named(Plan)).ShouldBe(Plan);
        store.Load(id)!.Scene.Backdrops.Count.ShouldBe(1);
    }

    [Fact]
    public void What_was_not_sent_for_a_scene_cannot_be_named_in_it()
    {
        var (scenes, store) = Open();
        var (one, two) = (scenes.Add(Scene.Empty("Bay")).Id, scenes.Add(Scene.Empty("Quay")).Id);
        scenes.KeepAsset(one, AssetKind.Backdrop, "plan.png", Plan);
        scenes.KeepThumbnail(two, 0, Other);
        foreach (var file in new[] { Plan, Other, [9] })
        {
            Should.Throw<Refusal>(() => Keep(store, two, Behind(file))).Reason.ShouldContain("send it first");
            store.Load(two)!.Revision.ShouldBe(0);
        }
        scenes.Asset(two, Named(Plan)).ShouldBeNull();
        scenes.Asset(two, Named(Other)).ShouldBeNull();
    }

    [Fact]
    public void A_copy_of_a_scene_has_its_files_and_they_go_with_the_last()
    {
        var (scenes, store) = Open();
        var id = scenes.Add(Scene.Empty("Bay")).Id;
        scenes.KeepAsset(id, AssetKind.Backdrop, "plan.png", Plan);
        Keep(store, id, Behind(Plan));
        var copy = scenes.Add(store.Load(id)!.Scene).Id;
        foreach (var gone in new[] { id, copy })
        {
            scenes.Asset(gone, Named(Plan)).ShouldBe(Plan);
            scenes.Delete(gone);
            scenes.DeleteForGood(gone);
        }
        Files().ShouldBe(0);
    }

    [Fact]
    public void A_scene_comes_in_with_its_files_or_not_at_all()
    {
        var (scenes, store) = Open();
        var scene = Behind(Plan).Apply(Scene.Empty("Bay"));
        Should.Throw<Refusal>(() => scenes.Add(scene)).Reason.ShouldContain("plan.png");
        Should.Throw<InvalidDataException>(() => scenes.Add(scene, asset: _ => throw new InvalidDataException()));
        (scenes.List().Count, scenes.Deleted().Count, Files()).ShouldBe((0, 0, 0));
        var id = scenes.Add(scene, asset: _ => Plan).Id;
        scenes.Asset(id, Named(Plan)).ShouldBe(Plan);
        // Another start lets nothing go that is used.
        (scenes, _) = Open();
        scenes.Asset(id, Named(Plan)).ShouldBe(Plan);
        scenes.WithoutLost(scene).Backdrops.Count.ShouldBe(1);
        scenes.WithoutLost(Behind(Other).Apply(scene)).Backdrops.ShouldBeEmpty();
    }
}
