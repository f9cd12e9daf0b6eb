using ZestyReel.Core.Scenes;
using ZestyReel.Store.Assets;
using ZestyReel.Store.Reels;

namespace ZestyReel.Store.Tests;

public sealed class ReelShelfTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-reels-").FullName;
    private readonly Database _database;
    private readonly SceneShelf _scenes;
    private readonly long _scene;
    private ReelShelf _reels;

    public ReelShelfTests()
    {
        _database = new Database(_folder);
        var assets = new AssetShelf(_database);
        (_scenes, _reels) = (new SceneShelf(_database, assets), new ReelShelf(_database, assets));
        _scene = _scenes.Add(Scene.Empty("Bay")).Id;
    }

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private string[] Files() => Directory.Exists(Path.Combine(_folder, "assets")) ? Directory.GetFiles(Path.Combine(_folder, "assets"), "*", SearchOption.AllDirectories) : [];

    private KeptReel Begun() => _reels.Begin(_scene, new("", "", "Ada", 3, 2, "24", "{}", "[]", "[]"))!;

    private KeptReel Shot(params byte[] pictures)
    {
        var reel = Begun();
        foreach (var (at, picture) in pictures.Index()) _reels.KeepPicture(reel.Id, at, [picture]).ShouldBeTrue();
        _reels.KeepScene(reel.Id, [99]).ShouldBeTrue();
        _reels.Finish(reel.Id, pictures.Length).ShouldBeTrue();
        return _reels.Find(reel.Id)!;
    }

    [Fact]
    public void A_reel_is_listed_once_all_of_its_pictures_are_there()
    {
        var reel = Begun();
        _reels.KeepPicture(reel.Id, 0, [1]).ShouldBeTrue();
        _reels.Finish(reel.Id, 2).ShouldBeFalse();
        _reels.List(_scene).ShouldBeEmpty();
        _reels.KeepPicture(reel.Id, 1, [2]).ShouldBeTrue();
        _reels.Finish(reel.Id, 2).ShouldBeTrue();
        var listed = _reels.List(_scene).Single();
        (listed.Number, listed.Pictures, listed.Bytes, listed.MadeBy, listed.Position).ShouldBe((1, 2, 2, "Ada", 2));
        _reels.Picture(reel.Id, 1).ShouldBe([2]);
        _reels.Picture(reel.Id, 2).ShouldBeNull();
        // It is never overwritten.
        _reels.KeepPicture(reel.Id, 1, [3]).ShouldBeFalse();
        _reels.Picture(reel.Id, 1).ShouldBe([2]);
        _reels.Cancel(reel.Id).ShouldBeFalse();
    }

    [Fact]
    public void Numbers_are_never_used_twice_and_none_is_lost()
    {
        Shot(1).Number.ShouldBe(1);
        var (second, third) = (Begun(), Begun());
        (second.Number, third.Number).ShouldBe((2, 3));
        _reels.Cancel(second.Id).ShouldBeTrue();
        Shot(2).Number.ShouldBe(2);
        var gone = Shot(4);
        gone.Number.ShouldBe(4);
        _reels.Delete(gone.Id).ShouldBeTrue();
        _reels.GiveBack(_scene);
        Shot(5).Number.ShouldBe(5);
    }

    [Fact]
    public void Nothing_is_left_of_one_that_was_called_off_or_being_shot_when_the_program_was_killed()
    {
        var (off, killed) = (Begun(), Begun());
        _reels.KeepPicture(off.Id, 0, [1, 2, 3]).ShouldBeTrue();
        _reels.Cancel(off.Id).ShouldBeTrue();
        Files().ShouldBeEmpty();
        _reels.KeepPicture(killed.Id, 0, [4, 5]).ShouldBeTrue();
        Files().Length.ShouldBe(1);
        _reels = new ReelShelf(_database, new AssetShelf(_database));
        _reels.Find(killed.Id).ShouldBeNull();
        Files().ShouldBeEmpty();
        _reels.KeepPicture(killed.Id, 1, [6]).ShouldBeFalse();
        Files().ShouldBeEmpty();
    }

    [Fact]
    public void Pictures_that_are_the_same_are_kept_once_and_as_long_as_one_reel_needs_them()
    {
        var (one, other) = (Shot(7, 7, 8), Shot(7));
        // Two pictures and the scene.
        Files().Length.ShouldBe(3);
        _reels.HashOf(one.Id, 0).ShouldBe(_reels.HashOf(other.Id, 0));
        _reels.Delete(one.Id);
        _reels.GiveBack(_scene);
        Files().Length.ShouldBe(2);
        _reels.Picture(other.Id, 0).ShouldBe([7]);
    }

    [Fact]
    public void A_deleted_reel_comes_back_until_its_room_is_given_back()
    {
        var reel = Shot(1, 2);
        _reels.Delete(reel.Id).ShouldBeTrue();
        _reels.Delete(reel.Id).ShouldBeFalse();
        _reels.List(_scene).Single().DeletedAt.ShouldNotBeNull();
        _reels.Restore(reel.Id).ShouldBeTrue();
        _reels.List(_scene).Single().DeletedAt.ShouldBeNull();
        _reels.Picture(reel.Id, 1).ShouldBe([2]);
        _reels.Delete(reel.Id);
        _reels.GiveBack(_scene);
        _reels.Restore(reel.Id).ShouldBeFalse();
        _reels.List(_scene).ShouldBeEmpty();
    }

    [Fact]
    public void One_reel_of_a_scene_is_picked_at_the_most()
    {
        var (one, other) = (Shot(1), Shot(2));
        _reels.Pick(one.Id, true);
        _reels.Pick(other.Id, true);
        _reels.List(_scene).Where(reel => reel.Picked).Select(reel => reel.Id).ShouldBe([other.Id]);
        _reels.Pick(other.Id, false);
        _reels.List(_scene).ShouldAllBe(reel => !reel.Picked);
        _reels.Describe(one.Id, "Slow pass", "Arrival reads better").ShouldBeTrue();
        (_reels.Find(one.Id)!.Name, _reels.Find(one.Id)!.Note).ShouldBe(("Slow pass", "Arrival reads better"));
    }

    [Fact]
    public void A_scene_that_is_deleted_for_good_takes_its_reels_along()
    {
        Shot(1, 2, 3);
        _scenes.Delete(_scene);
        _reels.Begin(_scene, new("", "", null, 0, 0, "24", "{}", "[]", "[]")).ShouldBeNull();
        Files().Length.ShouldBe(4);
        _scenes.DeleteForGood(_scene).ShouldBeTrue();
        Files().ShouldBeEmpty();
    }
}
