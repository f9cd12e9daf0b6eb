using System.Text;
using Dapper;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Assets;

namespace ZestyReel.Store.Tests;

public sealed class AssetTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-assets-").FullName;

    public AssetTests() => Directory.CreateDirectory(Data);

    private string Data => Path.Combine(_folder, "data");

    private string Assets => Path.Combine(Data, "assets");

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private (Database Database, AssetShelf Assets, SceneShelf Scenes) Open(string? folder = null)
    {
        var database = new Database(folder ?? Data);
        var assets = new AssetShelf(database);
        return (database, assets, new SceneShelf(database, assets));
    }

    private string[] Files() => Directory.Exists(Assets) ? Directory.GetFiles(Assets, "*", SearchOption.AllDirectories) : [];

    [Fact]
    public void A_file_lies_under_the_hash_of_its_bytes()
    {
        var (_, _, scenes) = Open();
        var id = scenes.Add(Scene.Empty("Bay")).Id;
        scenes.KeepThumbnail(id, 0, Encoding.ASCII.GetBytes("abc"));
        // FIPS 180-4, the example of one block.
        Files().Single().ShouldBe(Path.Combine(Assets, "ba", "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad"));
    }

    [Fact]
    public void What_two_need_is_kept_once_and_goes_with_the_last()
    {
        var (_, _, scenes) = Open();
        var (one, two) = (scenes.Add(Scene.Empty("Bay")).Id, scenes.Add(Scene.Empty("Quay")).Id);
        foreach (var id in new[] { one, two }) scenes.KeepThumbnail(id, 0, [1, 2, 3]).ShouldBeTrue();
        Files().Length.ShouldBe(1);
        // Another picture in its place, then the scene of the other gone for good.
        scenes.KeepThumbnail(one, 1, [4, 5]);
        Files().Length.ShouldBe(2);
        scenes.Delete(two);
        scenes.Thumbnail(two).ShouldBe([1, 2, 3]);
        scenes.DeleteForGood(two);
        Files().Length.ShouldBe(1);
        scenes.Thumbnail(one).ShouldBe([4, 5]);
        // Of a scene that is not there nothing is kept.
        scenes.KeepThumbnail(99, 0, [7]).ShouldBeFalse();
        Files().Length.ShouldBe(1);
    }

    [Fact]
    public void What_the_program_was_killed_over_is_taken_away_and_what_is_damaged_is_not_shown()
    {
        var (_, _, scenes) = Open();
        var id = scenes.Add(Scene.Empty("Bay")).Id;
        scenes.KeepThumbnail(id, 0, [1, 2, 3]);
        var kept = Files().Single();
        File.WriteAllBytes(kept + ".unfinished", [9]);
        File.WriteAllBytes(Path.Combine(Path.GetDirectoryName(kept)!, new string('a', 64)), [9]);
        (_, _, scenes) = Open();
        Files().ShouldBe([kept]);
        File.WriteAllBytes(kept, [1, 2, 4]);
        scenes.Thumbnail(id).ShouldBeNull();
        // Kept again it is whole again.
        File.Delete(kept);
        scenes.KeepThumbnail(id, 0, [1, 2, 3]);
        scenes.Thumbnail(id).ShouldBe([1, 2, 3]);
    }

    [Fact]
    public void A_copy_takes_its_files_along_and_brings_them_back()
    {
        var (_, _, scenes) = Open();
        var id = scenes.Add(Scene.Empty("Bay")).Id;
        scenes.KeepThumbnail(id, 0, [1, 2, 3]);
        var copy = Path.Combine(_folder, "copy.db");
        Backups.Make(Data, copy).ShouldBe(0);
        scenes.KeepThumbnail(id, 0, [4, 5]);
        // Into an empty folder.
        var elsewhere = Path.Combine(_folder, "elsewhere");
        Backups.Restore(copy, elsewhere).ShouldBeNull();
        Open(elsewhere).Scenes.Thumbnail(id).ShouldBe([1, 2, 3]);
        // In the place of what came since, which can be brought back in its turn.
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        var aside = Backups.Restore(copy, Data).ShouldNotBeNull();
        (_, _, scenes) = Open();
        scenes.Thumbnail(id).ShouldBe([1, 2, 3]);
        Files().Length.ShouldBe(1);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Backups.Restore(aside, Data);
        var (database, _, back) = Open();
        back.Thumbnail(id).ShouldBe([4, 5]);
        database.Read(connection => connection.ExecuteScalar<long>("SELECT COUNT(*) FROM sqlite_master WHERE name = 'packed_asset'")).ShouldBe(0);
    }

    [Fact]
    public void A_copy_says_how_many_files_are_missing_and_has_the_rest()
    {
        var (_, _, scenes) = Open();
        var (one, two) = (scenes.Add(Scene.Empty("Bay")).Id, scenes.Add(Scene.Empty("Quay")).Id);
        scenes.KeepThumbnail(one, 0, [1, 2, 3]);
        File.Delete(Files().Single());
        scenes.KeepThumbnail(two, 0, [4, 5]);
        var copy = Path.Combine(_folder, "copy.db");
        Backups.Make(Data, copy).ShouldBe(1);
        Backups.Restore(copy, Path.Combine(_folder, "elsewhere"));
        var there = Open(Path.Combine(_folder, "elsewhere")).Scenes;
        (there.Thumbnail(one), there.Thumbnail(two)!.Length).ShouldBe((null, 2));
        // A lost picture counts as none, and so is drawn again.
        there.List().ToDictionary(card => card.Id, card => card.HasThumbnail).ShouldBe(new Dictionary<long, bool> { [one] = false, [two] = true }, ignoreOrder: true);
    }
}
