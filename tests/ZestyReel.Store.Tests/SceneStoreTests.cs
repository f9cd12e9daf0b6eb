using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Store.Tests;

public sealed class SceneStoreTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-store-").FullName;
    private readonly SceneStore _store;
    private readonly SceneShelf _shelf;

    public SceneStoreTests()
    {
        var database = new Database(_folder);
        (_store, _shelf) = (new SceneStore(database), new SceneShelf(database));
    }

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    /// <summary>What one step back does to the scene that is kept now.</summary>
    private SceneChange Back(long id, int position)
    {
        var now = _store.Load(id)!.Scene;
        return SceneChange.Between(now, _store.Walk(id, now, position, position - 1));
    }

    private static Scene Sample()
    {
        var scene = new AddObject(ObjectKind.Group, "Ferry").Apply(Scene.Empty("Bay"));
        scene = new AddObject(ObjectKind.Light, "Lamp", new ObjectId(1)).Apply(scene);
        scene = new KeyChannels(5, [new ChannelValue(new ObjectId(1), "position.x", 3)]).Apply(scene);
        var warp = new Warp(new WarpId(1), "Slow", true, [new TimeTarget(new ObjectId(1), "position.x")], WarpBeyond.Stop,
            new Curve([new Key(new Tick(0), 0), new Key(new Tick(100), 50)]));
        return scene with { Warps = scene.Warps.Add(warp.Id, warp) };
    }

    private static void ShouldBeSame(Scene a, Scene b)
    {
        a.Settings.ShouldBe(b.Settings);
        a.Objects.Values.Select(o => (o.Name, o.Kind, o.Parent, o.Place, o.RotationOrder)).ShouldBe(b.Objects.Values.Select(o => (o.Name, o.Kind, o.Parent, o.Place, o.RotationOrder)));
        foreach (var (id, thing) in a.Objects)
            foreach (var (name, channel) in thing.Channels)
            {
                var other = b.Objects[id].Channels[name];
                other.Still.ShouldBe(channel.Still);
                (other.Curve?.Keys ?? []).ShouldBe(channel.Curve?.Keys ?? []);
            }
        a.Warps.Values.Select(w => (w.Name, w.On, w.Beyond, w.Targets!.Value.SingleOrDefault())).ShouldBe(b.Warps.Values.Select(w => (w.Name, w.On, w.Beyond, w.Targets!.Value.SingleOrDefault())));
    }

    [Fact]
    public void A_kept_scene_comes_back_whole()
    {
        var id = _shelf.Add(Sample()).Id;
        ShouldBeSame(new SceneStore(new Database(_folder)).Load(id)!.Scene, Sample());
    }

    [Fact]
    public void Turns_shapes_of_keys_and_warps_are_kept_and_taken_back_from_the_history()
    {
        var (ferry, slow) = (new ObjectId(1), CurveRef.Of(new WarpId(1)));
        var scene = Sample();
        var id = _shelf.Add(scene).Id;
        Edit[] edits =
        [
            new SetRotationInterpolation([ferry], RotationInterpolation.Quaternion), new SetRotationOrder([ferry], RotationOrder.Zyx, KeepPoses: false),
            // The warp stops all time, so that a key on a played frame would stand elsewhere.
            new InsertKeys(25, [new ChannelValue(ferry, "position.x")]), new SetKeyValues([new KeySet(ferry, "position.x", [scene.Rate.At(25)])], 9), new EaseKeys([new KeySet(ferry, "position.x", [scene.Rate.At(5)])], Css: "linear(0, 0.9 10%, 1)"),
            new SetHandle(ferry, "position.x", scene.Rate.At(25), KeySide.In, -3, 1),
            new SetExtrapolation([new ChannelValue(ferry, "position.x")], After: Extrapolation.Mirror),
            new AddWarp("Whole"), new RetimePart(new WarpId(2), Core.Retiming.RetimeWay.Speed, 10, 40, Speed: 0.5m, Ease: 4),
            new MoveKeys([new KeySet(slow, [new Tick(100)])], 5), new SetWarp(new WarpId(1), "Slower", On: false),
        ];
        var steps = new List<Scene> { scene };
        foreach (var edit in edits)
        {
            var next = edit.Apply(steps[^1]);
            _store.Keep(id, SceneChange.Between(steps[^1], next), edit.Title(steps[^1]), steps.Count - 1, steps.Count);
            steps.Add(next);
        }
        var loaded = new SceneStore(new Database(_folder)).Load(id)!.Scene;
        SceneChange.Between(loaded, steps[^1]).AppliedTo(loaded).Objects[ferry].RotationInterpolation.ShouldBe(RotationInterpolation.Quaternion);
        for (var at = edits.Length; at > 0; at--)
        {
            loaded.Objects[ferry].RotationInterpolation.ShouldBe(steps[at].Objects[ferry].RotationInterpolation);
            loaded.Objects[ferry].RotationOrder.ShouldBe(steps[at].Objects[ferry].RotationOrder);
            loaded.Objects[ferry].Channels["position.x"].Curve!.Keys.ShouldBe(steps[at].Objects[ferry].Channels["position.x"].Curve!.Keys);
            loaded.Objects[ferry].Channels["position.x"].Curve!.After.ShouldBe(steps[at].Objects[ferry].Channels["position.x"].Curve!.After);
            loaded.Warps.Values.Select(w => (w.Name, w.On, w.CoversScene)).ShouldBe(steps[at].Warps.Values.Select(w => (w.Name, w.On, w.CoversScene)));
            loaded.Warps.Values.SelectMany(w => w.Curve.Keys).ShouldBe(steps[at].Warps.Values.SelectMany(w => w.Curve.Keys));
            loaded = _store.Walk(id, loaded, at, at - 1);
        }
        ShouldBeSame(loaded, scene);
    }

    [Fact]
    public void Clips_their_places_and_rolling_are_kept_and_taken_back_from_the_history()
    {
        var (ferry, bounce, placed) = (new ObjectId(1), new ClipId(1), new PlacedClipId(1));
        var scene = new KeyChannels(15, [new ChannelValue(ferry, "position.x", 7)]).Apply(Sample() with { Warps = Sample().Warps.Clear() });
        var id = _shelf.Add(scene).Id;
        KeySet all = new(ferry, "position.x", [.. scene.Object(ferry).Channel("position.x").Curve!.Keys.Select(key => key.Time)]);
        Edit[] edits =
        [
            new SaveClip([all], "Bounce"), new PlaceClip(bounce, [ferry], 3, 2, ClipCycle.Repeat, ClipAfter.Hold),
            new KeyChannels(5, [new ChannelValue(Placed: placed, Value: 0.5)]), new SetPlacedClip([placed], Offset: 1.5m),
            new SetRoll([ferry], Axis.Y, 0.75), new RenameClip(bounce, "Swell"), new DeleteClip(bounce),
        ];
        var steps = new List<Scene> { scene };
        foreach (var edit in edits)
        {
            var next = edit.Apply(steps[^1]);
            _store.Keep(id, SceneChange.Between(steps[^1], next), edit.Title(steps[^1]), steps.Count - 1, steps.Count);
            steps.Add(next);
        }
        var loaded = new SceneStore(new Database(_folder)).Load(id)!.Scene;
        // What a scene has of them, in words that compare by value.
        static string Told(Scene s) => string.Join("; ",
            s.Clips.Values.Select(c => $"{c.Name} {c.Length} {string.Join(',', c.Channels.Select(x => x.Key + string.Join('|', x.Value.Keys)))}")
                .Concat(s.PlacedClips.Values.Select(p => $"{p with { Rate = new Channel(p.Rate.Still) }} {string.Join('|', p.Rate.Curve?.Keys ?? [])}"))
                .Concat(s.Objects.Values.Select(o => $"{o.Roll}")));
        for (var at = edits.Length; at > 0; at--)
        {
            Told(loaded).ShouldBe(Told(steps[at]));
            _store.Walk(id, steps[at - 1], at - 1, at).ShouldSatisfyAllConditions(again => Told(again).ShouldBe(Told(steps[at])));
            loaded = _store.Walk(id, loaded, at, at - 1);
        }
        ShouldBeSame(loaded, scene);
        // Rows, and not only the history: another step back is loaded as it is.
        _store.KeepStep(id, Back(id, edits.Length), edits.Length - 1, edits.Length + 1);
        Told(new SceneStore(new Database(_folder)).Load(id)!.Scene).ShouldBe(Told(steps[^2]));
    }

    [Fact]
    public void Shapes_are_kept_by_name_and_let_go()
    {
        var shelf = new EaseShelf(new Database(_folder));
        shelf.Keep(new KeptEase("wave", "ease"));
        shelf.Keep(new KeptEase("Anchor", "linear(0, 1)"));
        shelf.Keep(new KeptEase("wave", "ease-in"));
        new EaseShelf(new Database(_folder)).List().ShouldBe([new KeptEase("Anchor", "linear(0, 1)"), new KeptEase("wave", "ease-in")]);
        shelf.Delete("Anchor");
        shelf.Delete("never kept");
        shelf.List().Single().Name.ShouldBe("wave");
    }

    [Fact]
    public void Bookmarks_named_selections_and_locks_are_kept_changed_and_taken_back()
    {
        var ferry = new ObjectId(1);
        var id = _shelf.Add(Sample()).Id;
        Edit[] edits =
        [
            new SetBookmark(30, "Pier", BookmarkColour.Rose), new SetBookmark(31.5m, "Horn", BookmarkColour.Fern),
            new SetNamedSelection("Afloat", [ferry]), new SetLocked([new ChannelValue(ferry, "position.x"), new ChannelValue(ferry, "rotation.y")], true),
            new SetBookmark(40, "Long pier", BookmarkColour.Plum, new BookmarkId(1)), new DeleteBookmark(new BookmarkId(2)),
        ];
        for (var i = 0; i < edits.Length; i++)
        {
            var before = _store.Load(id)!.Scene;
            _store.Keep(id, SceneChange.Between(before, edits[i].Apply(before)), edits[i].Title(before), i, i + 1);
        }
        var kept = new SceneStore(new Database(_folder)).Load(id)!.Scene;
        kept.Bookmarks.Values.Select(b => (b.Name, b.Time, b.Colour)).ShouldBe([("Long pier", FrameRate.Film.At(40), BookmarkColour.Plum)]);
        kept.NamedSelections.Values.Single().Objects.ShouldBe([ferry]);
        kept.Object(ferry).Channel("position.x").Locked.ShouldBeTrue();
        kept.Object(ferry).Channel("rotation.y").Locked.ShouldBeTrue();
        kept.Object(ferry).Channel("position.y").Locked.ShouldBeFalse();

        // Taken back from what the history holds, one after the other, the scene is as it was added.
        for (var seq = edits.Length; seq > 0; seq--)
            _store.KeepStep(id, Back(id, seq), seq - 1, edits.Length * 2 + 1 - seq);
        var back = _store.Load(id)!.Scene;
        ShouldBeSame(back, Sample());
        back.Bookmarks.ShouldBeEmpty();
        back.NamedSelections.ShouldBeEmpty();
        back.Object(ferry).Channel("position.x").Locked.ShouldBeFalse();
    }

    [Theory]
    [InlineData(480, 1)]
    [InlineData(60, 1)]
    [InlineData(119, 60)]
    public void A_stretch_comes_back_from_the_history_to_the_tick(int length, int about)
    {
        var before = Sample();
        var id = _shelf.Add(before).Id;
        _store.Keep(id, SceneChange.Between(before, new StretchTime(length, about).Apply(before)), "Stretch", 0, 1);
        var after = _store.Load(id)!;
        after.Scene.Settings.Range.Count.ShouldBe(length);
        ShouldBeSame(_store.Walk(id, after.Scene, 1, 0), before);
    }

    [Fact]
    public void An_edit_is_kept_with_what_undoes_it()
    {
        var before = Sample();
        var id = _shelf.Add(before).Id;
        var after = new DeleteObjects([new ObjectId(1)]).Apply(before);
        var change = SceneChange.Between(before, after);
        _store.Keep(id, change, "Delete Ferry", 0, 1).Seq.ShouldBe(1);
        var kept = _store.Load(id)!;
        ShouldBeSame(kept.Scene, after);
        (kept.Revision, kept.Position, kept.History.Single().Title).ShouldBe((1, 1, "Delete Ferry"));

        _store.KeepStep(id, Back(id, 1), 0, 2);
        ShouldBeSame(_store.Load(id)!.Scene, before);
        _store.Load(id)!.History.Count.ShouldBe(1);
    }

    [Fact]
    public void An_edit_after_an_undo_takes_the_place_of_what_was_undone()
    {
        var scene = Sample();
        var id = _shelf.Add(scene).Id;
        for (var i = 0; i < 3; i++)
        {
            var next = new SetValues([new ChannelValue(new ObjectId(1), "position.y", i + 1)]).Apply(scene);
            _store.Keep(id, SceneChange.Between(scene, next), $"Edit {i}", i, i + 1);
            scene = next;
        }
        _store.KeepStep(id, Back(id, 3), 2, 4);
        var other = new SetValues([new ChannelValue(new ObjectId(1), "position.z", 9)]).Apply(_store.Load(id)!.Scene);
        _store.Keep(id, SceneChange.Between(_store.Load(id)!.Scene, other), "Other", 2, 5);
        _store.Load(id)!.History.Select(h => h.Title).ShouldBe(["Edit 0", "Edit 1", "Other"]);
    }

    [Fact]
    public void Names_stay_unique_through_deleting_and_restoring()
    {
        var first = _shelf.Add(Scene.Empty("Bay")).Id;
        var second = _shelf.Add(Scene.Empty("Bay")).Id;
        _shelf.List().Select(c => c.Name).Order().ShouldBe(["Bay", "Bay 2"]);
        _shelf.Delete(first).ShouldBeTrue();
        _shelf.Delete(first).ShouldBeFalse();
        _store.Load(first).ShouldBeNull();
        var third = _shelf.Add(Scene.Empty("Bay")).Id;
        _shelf.Restore(first).ShouldBeTrue();
        _store.Load(first)!.Scene.Settings.Name.ShouldBe("Bay 3");

        var scene = _store.Load(second)!.Scene;
        var renamed = new RenameScene("Bay").Apply(scene);
        Should.Throw<Refusal>(() => _store.Keep(second, SceneChange.Between(scene, renamed), "Rename", 0, 1)).Place.ShouldBe("name");
        _store.Load(second)!.History.ShouldBeEmpty();
        _shelf.FindByName("Bay").ShouldBe(third);
    }

    [Fact]
    public void A_thumbnail_counts_only_for_its_revision()
    {
        var id = _shelf.Add(Sample()).Id;
        _shelf.KeepThumbnail(id, 0, [1, 2, 3]);
        _shelf.List().Single().HasThumbnail.ShouldBeTrue();
        _shelf.Thumbnail(id).ShouldBe([1, 2, 3]);
        var next = new SetRanges(new FrameRange(1, 9)).Apply(Sample());
        _store.Keep(id, SceneChange.Between(Sample(), next), "Range", 0, 1);
        _shelf.List().Single().HasThumbnail.ShouldBeFalse();
    }
}
