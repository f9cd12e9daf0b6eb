using System.Collections.Immutable;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Microsoft.Data.Sqlite;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Store.Tests;

/// <summary>Curves in runs: whatever is done to them, what is kept is what is there, and the history leads back to it bit by bit.</summary>
public sealed class KeyRunTests : IDisposable
{
    private static readonly ObjectId Box = new(1);

    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-runs-").FullName;
    private readonly SceneStore _store;
    private readonly SceneShelf _shelf;

    public KeyRunTests()
    {
        var database = new Database(_folder);
        (_store, _shelf) = (new SceneStore(database), new SceneShelf(database));
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private static Scene With(ImmutableArray<Key>? keys)
    {
        var scene = new AddObject(ObjectKind.Box).Apply(Scene.Empty("Runs"));
        return scene.With(scene.Object(Box).WithChannel("position.x", new Channel(0.5, keys is { } some ? new Curve(some) : null)));
    }

    private static ImmutableArray<Key>? Keys(Scene scene) => scene.Object(Box).Channel("position.x").Curve?.Keys;

    // As bits: 0 and −0 are equal, but do not read the same in a file.
    private static string Bits(ImmutableArray<Key>? keys) => keys is null ? "still" : string.Join(' ', keys.Value.Select(key =>
        $"{key.Time.Value} {BitConverter.DoubleToInt64Bits(key.Value):x} {key.In} {key.Out} {BitConverter.DoubleToInt64Bits(key.InHandle.Value):x} {BitConverter.DoubleToInt64Bits(key.OutHandle.Value):x}"));

    /// <summary>One thing done to a curve, made from a few numbers.</summary>
    private static ImmutableArray<Key>? Changed(ImmutableArray<Key>? keys, int what, int at, int count)
    {
        var now = keys ?? [];
        var place = now.IsEmpty ? 0 : at % now.Length;
        ImmutableArray<Key> next = (what % 8) switch
        {
            0 => [.. now.Where((_, i) => i < place || i >= place + count)],
            1 => [.. Fresh(now, at, count)],
            2 => now.IsEmpty ? now : now.SetItem(place, now[place] with { Value = count * 0.7 }),
            3 => [.. now.Select(key => key with { Value = -key.Value })],
            4 => [.. now.Select(key => key with { Time = new Tick(key.Time.Value + 7 * (count - 50)) })],
            5 => [.. Fresh([], at, 300)],
            6 => now.IsEmpty ? now : now.SetItem(place, now[place] with { Out = Interpolation.Free, OutHandle = new Handle(1, count) }),
            _ => now.IsEmpty ? now : [.. now.Take(count % 3)],
        };
        return next.IsEmpty ? null : next;
    }

    private static IEnumerable<Key> Fresh(ImmutableArray<Key> now, int at, int count) => now
        .Concat(Enumerable.Range(at, count).Select(n => new Key(new Tick(n * 100L), n % 13 == 0 ? -0.0 : Math.Sin(n))))
        .DistinctBy(key => key.Time).OrderBy(key => key.Time);

    [Property(MaxTest = 25)]
    public Property Whatever_is_done_to_a_curve_is_kept_and_led_back_from() => Prop.ForAll(
        Gen.Choose(0, 1_000_000).ListOf(12).ToArbitrary(), numbers =>
        {
            var scene = With([.. Fresh([], 0, 250)]);
            var id = _shelf.Add(scene).Id;
            var steps = new List<Scene> { scene };
            foreach (var number in numbers)
            {
                var keys = Changed(Keys(steps[^1]), number, number / 8 % 400, number / 3200 % 100 + 1);
                var next = steps[^1].With(steps[^1].Object(Box).WithChannel("position.x", new Channel(0.5, keys is { } some ? new Curve(some) : null)));
                _store.Keep(id, SceneChange.Between(steps[^1], next), "Change", steps.Count - 1, steps.Count);
                steps.Add(next);
                if (Bits(Keys(_store.Load(id)!.Scene)) != Bits(keys)) return false;
            }
            var loaded = _store.Load(id)!.Scene;
            var start = _store.Walk(id, loaded, numbers.Count, 0);
            return Bits(Keys(start)) == Bits(Keys(scene)) && Bits(Keys(_store.Walk(id, start, 0, numbers.Count))) == Bits(Keys(steps[^1]));
        });

    [Fact]
    public void An_edit_of_one_key_among_many_is_kept_in_a_few_bytes()
    {
        var scene = With([.. Enumerable.Range(0, 50_000).Select(n => new Key(new Tick(n * 1000L), n))]);
        var id = _shelf.Add(scene).Id;
        long Rows() => Count("SELECT COUNT(*) FROM key_run");
        var before = Rows();
        for (var n = 0; n < 20; n++)
        {
            var next = new SetKeyValues([new KeySet(Box, "position.x", [new Tick(n * 2_345_000L)])], Offset: 0.5).Apply(scene);
            _store.Keep(id, SceneChange.Between(scene, next), "Raise", n, n + 1);
            scene = next;
        }
        Rows().ShouldBe(before);
        _store.Sizes(id).ShouldAllBe(size => size.Bytes < 200);
        Bits(Keys(_store.Load(id)!.Scene)).ShouldBe(Bits(Keys(scene)));
    }

    [Fact]
    public void A_step_from_another_revision_than_the_present_one_changes_nothing()
    {
        var scene = With(null);
        var id = _shelf.Add(scene).Id;
        var next = new SetValues([new ChannelValue(Box, "position.y", 3)]).Apply(scene);
        var change = SceneChange.Between(scene, next);
        _store.Keep(id, change, "First", 0, 1);
        Should.Throw<Outdated>(() => _store.Keep(id, change, "Second, unaware", 0, 1));
        Should.Throw<Outdated>(() => _store.KeepStep(id, change, 0, 5));
        _store.Load(id)!.History.Single().Title.ShouldBe("First");
        _shelf.Delete(id);
        Should.Throw<Outdated>(() => _store.Keep(id, change, "Into what is deleted", 1, 2));
    }

    [Fact]
    public void What_was_on_its_way_in_when_the_program_was_killed_is_not_there()
    {
        using var stop = new CancellationTokenSource();
        var scene = With([.. Enumerable.Range(0, 500).Select(n => new Key(new Tick(n), n))]);
        Should.Throw<OperationCanceledException>(() =>
        {
            stop.Cancel();
            _shelf.Add(scene, stop.Token);
        });
        Count("SELECT COUNT(*) FROM scene").ShouldBe(0);
        // As a kill leaves it: rows, and a scene that never arrived.
        _shelf.Add(scene);
        Run("UPDATE scene SET arriving = 1, deleted_at = 'x'");
        new SceneShelf(new Database(_folder)).List().ShouldBeEmpty();
        _shelf.Deleted().ShouldBeEmpty();
        (Count("SELECT COUNT(*) FROM scene"), Count("SELECT COUNT(*) FROM key_run"), Count("SELECT COUNT(*) FROM object")).ShouldBe((0, 0, 0));
    }

    [Fact]
    public void Deleted_for_good_a_scene_gives_its_room_back()
    {
        var small = Count("PRAGMA page_count");
        var id = _shelf.Add(With([.. Enumerable.Range(0, 200_000).Select(n => new Key(new Tick(n), n))])).Id;
        _shelf.DeleteForGood(id).ShouldBeFalse();
        _shelf.Delete(id);
        _shelf.Deleted().Single().Bytes.ShouldBeGreaterThan(3_000_000);
        // Few keys stand with their channel and not in runs of their own.
        _shelf.Delete(_shelf.Add(With([new Key(new Tick(0), 0), new Key(new Tick(1), 1)])).Id);
        _shelf.Deleted().Min(scene => scene.Bytes).ShouldBeInRange(20, 200);
        _shelf.DeleteForGood(id).ShouldBeTrue();
        Count("PRAGMA page_count").ShouldBeLessThan(small + 100);
        _shelf.Restore(id).ShouldBeFalse();
    }

    [Fact]
    public void History_that_is_let_go_is_gone_and_the_rest_stands()
    {
        var scene = With(null);
        var id = _shelf.Add(scene).Id;
        for (var n = 0; n < 5; n++)
        {
            var next = new SetValues([new ChannelValue(Box, "position.y", n + 1)]).Apply(scene);
            _store.Keep(id, SceneChange.Between(scene, next), $"Edit {n + 1}", n, n + 1);
            scene = next;
        }
        _store.LetGo(id, 3);
        var kept = _store.Load(id)!;
        (kept.Floor, kept.Position).ShouldBe((3, 5));
        kept.History.Select(entry => entry.Title).ShouldBe(["Edit 4", "Edit 5"]);
        _store.Walk(id, kept.Scene, 5, 3).Object(Box).Channel("position.y").Still.ShouldBe(3);
        Should.Throw<StoreTrouble>(() => _store.Walk(id, kept.Scene, 5, 2)).Kind.ShouldBe(TroubleKind.Damaged);
        Should.Throw<Outdated>(() => _store.LetGo(id, 6));
    }

    private long Count(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(_folder, "zesty.db")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)command.ExecuteScalar()!;
    }

    private void Run(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(_folder, "zesty.db")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }
}
