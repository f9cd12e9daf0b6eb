using Dapper;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Assets;
using ZestyReel.Store.Reels;

namespace ZestyReel.Store.Tests;

public sealed class MarkShelfTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-marks-").FullName;
    private readonly Database _database;
    private readonly ReelShelf _reels;
    private readonly MarkShelf _marks;
    private readonly long _scene, _reel;

    public MarkShelfTests()
    {
        _database = new Database(_folder);
        var assets = new AssetShelf(_database);
        (_reels, _marks) = (new ReelShelf(_database, assets), new MarkShelf(_database));
        _scene = new SceneShelf(_database, assets).Add(Scene.Empty("Bay")).Id;
        _reel = _reels.Begin(_scene, new("", "", "Ada", 3, 2, "24", "{}", "[]", "[]"))!.Id;
        _reels.KeepPicture(_reel, 0, [1]).ShouldBeTrue();
        _reels.Finish(_reel, 1).ShouldBeTrue();
    }

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private KeptMark Add(string what, string? tag = null) => _marks.Add(_reel, 0, what, new Origin(Name: "Ada", Mark: tag))!;

    [Fact]
    public void Marks_are_listed_in_their_order_and_come_back_when_they_were_taken_back()
    {
        var (first, second) = (Add("a"), Add("b"));
        _marks.On(_reel).Select(mark => (mark.Mark, mark.MadeBy, mark.Picture)).ShouldBe([("a", "Ada", 0), ("b", "Ada", 0)]);
        _marks.Delete(first.Id).ShouldBeTrue();
        _marks.Delete(first.Id).ShouldBeFalse();
        _marks.On(_reel).ShouldBe([second]);
        _marks.Restore(first.Id).ShouldBeTrue();
        _marks.Restore(first.Id).ShouldBeFalse();
        _marks.On(_reel).ShouldBe([first, second]);
        _marks.SceneOf(first.Id).ShouldBe(_scene);
    }

    [Fact]
    public void Sent_again_after_a_broken_line_a_mark_is_kept_once()
    {
        Add("a", "tag").ShouldBe(Add("a", "tag"));
        _marks.On(_reel).Count.ShouldBe(1);
    }

    [Fact]
    public void Those_of_a_deleted_reel_are_not_told_of_its_scene_until_it_is_back()
    {
        Add("a");
        _reels.Delete(_reel).ShouldBeTrue();
        _marks.OfScene(_scene).ShouldBeEmpty();
        _reels.Restore(_reel).ShouldBeTrue();
        _marks.OfScene(_scene).Count.ShouldBe(1);
        _marks.Add(_reel + 1, 0, "a", Origin.Nobody).ShouldBeNull();
    }

    [Fact]
    public void What_was_taken_back_long_ago_is_let_go_and_a_reel_keeps_so_many()
    {
        var (old, young) = (Add("old"), Add("young"));
        _marks.Delete(old.Id);
        _marks.Delete(young.Id);
        _database.Write(connection => connection.Execute("UPDATE reel_mark SET deleted_at = '2020-01-01T00:00:00.000Z' WHERE id = @Id", new { old.Id }));
        var again = new MarkShelf(_database);
        again.Restore(old.Id).ShouldBeFalse();
        again.Restore(young.Id).ShouldBeTrue();
        _database.Write(connection => connection.Execute("""
            WITH RECURSIVE n(i) AS (SELECT 2 UNION ALL SELECT i + 1 FROM n WHERE i < @Most)
            INSERT INTO reel_mark (reel_id, picture, mark, made_at) SELECT @_reel, 0, 'm', '' FROM n
            """, new { MarkShelf.Most, _reel }));
        again.Add(_reel, 0, "one too many", Origin.Nobody).ShouldBeNull();
    }
}
