using System.Runtime.InteropServices;
using System.Threading.Channels;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

public class LiveTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const string AddBox = """{"edit":"addObject","kind":"box"}""";
    private const string KeyBox = """{"edit":"keyChannels","frame":10,"values":[{"object":1,"channel":"position.x","value":4}]}""";
    /// <summary>How many bytes a key takes on the wire.</summary>
    private const int KeySize = KeyWire.KeySize;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    private async Task<(HubConnection Hub, ChannelReader<ChangeMessage> Changes, SceneMessage Scene)> Open(long id)
    {
        var tab = await Tab.Open(server, id);
        return (tab.Hub, tab.Changes, tab.Scene);
    }

    private static IEnumerable<string> Channels(SamplesMessage samples) => Channels(samples.Pieces.Single(), samples.Pieces.Single().Blocks.Single());

    private static IEnumerable<string> Channels(PieceMessage piece, BlockMessage block) => TabBook.Named(block.Channels, piece.Names).Select(each => each.Name);

    [Fact]
    public async Task Every_tab_hears_of_every_edit_and_gets_the_samples_it_watches()
    {
        var id = await server.AddScene();
        var (one, two) = (await Tab.Open(server, id), await Tab.Open(server, id));
        await one.Sample(1, 20);
        var kept = await one.Hub.Edit(id, 0, AddBox);
        (await one.Next()).Revision.ShouldBe(1);
        one.Book.At(OwnerKind.Object, 1, "scale.x", 7).ShouldBe(1);
        var other = await two.Next();
        other.Rows.Objects.Single().Name.ShouldBe("Box");
        // The frame that came with the scene.
        other.Samples.Pieces.Select(piece => (piece.First, piece.Last)).ShouldBe([(1, 1)]);
        kept.Added.ShouldBe([1]);
        await one.Hub.DisposeAsync();
        await two.Hub.DisposeAsync();
    }

    [Fact]
    public async Task Blocks_are_floats_for_the_frames_asked_for()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        await server.Edit(id, 1, KeyBox);
        await server.Edit(id, 2, KeyBox.Replace("\"frame\":10", "\"frame\":20").Replace("\"value\":4", "\"value\":8"));
        var tab = await Tab.Open(server, id);
        tab.Scene.Rows.Channels.Single().Keys!.Length.ShouldBe(2 * KeySize);
        tab.Scene.History.Length.ShouldBe(3);
        await tab.Sample(8, 22);
        tab.Book.Here.ShouldBe([new FrameRange(8, 22)]);
        var samples = tab.Book.Run(1, "position.x", 8, 22);
        (samples[0], samples[7], samples[14]).ShouldBe((4f, 6f, 8f));
        tab.Book.IsStill(1, "position.y").ShouldBeTrue();
        await tab.Hub.DisposeAsync();
    }

    private const string Move = """{"edit":"moveKeys","keys":[{"object":1,"channel":"position.x","times":[294000000]}],"frames":10}""";

    /// <summary>A box keyed on x at 10 (4) and 20 (8).</summary>
    private async Task<long> AddKeyedBox()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        await server.Edit(id, 1, KeyBox);
        await server.Edit(id, 2, KeyBox.Replace("\"frame\":10", "\"frame\":20").Replace("\"value\":4", "\"value\":8"));
        return id;
    }

    [Theory]
    [InlineData("replace", 1, 4.0)]
    [InlineData("keepBoth", 2, 8.0)]
    public async Task Where_keys_would_meet_nothing_is_done_until_the_edit_says_what(string meet, int keys, double valueAtTwenty)
    {
        var id = await AddKeyedBox();
        var (hub, changes, _) = await Open(id);
        var stopped = await hub.Edit(id, 3, Move);
        stopped.Clash.ShouldBe(new ClashMessage(1, 20));
        stopped.Revision.ShouldBe(3);
        changes.TryRead(out _).ShouldBeFalse();
        var kept = await hub.Edit(id, 3, Move.Replace("\"frames\":10", $"\"frames\":10,\"meet\":\"{meet}\""));
        kept.Clash.ShouldBeNull();
        var change = await changes.ReadAsync().AsTask().WaitAsync(Patience);
        var packed = change.Rows.Channels.Single().Keys!;
        packed.Length.ShouldBe(keys * KeySize);
        MemoryMarshal.Cast<byte, double>(packed.AsSpan(0, keys * 16))[keys].ShouldBe(valueAtTwenty);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Over_HTTP_a_clash_is_a_refusal_that_says_where()
    {
        var id = await AddKeyedBox();
        var refused = await server.Http.PostAsync($"/api/scenes/{id}/edits", new StringContent($"{{\"revision\":3,\"edit\":{Move}}}", System.Text.Encoding.UTF8, "application/json"));
        ((int)refused.StatusCode).ShouldBe(400);
        (await refused.Content.ReadAsStringAsync()).ShouldContain("at frame 20");
    }

    [Fact]
    public async Task Copied_keys_are_pasted_though_the_originals_are_gone()
    {
        var id = await AddKeyedBox();
        var (hub, _, _) = await Open(id);
        var sets = """[{"object":1,"channel":"position.x","times":[588000000,294000000]}]""";
        var copied = await hub.InvokeAsync<string>("CopyKeys", id, sets);
        await server.Edit(id, 3, $$"""{"edit":"deleteKeys","keys":{{sets}}}""");
        await hub.Edit(id, 4, $$"""{"edit":"pasteKeys","copied":{{copied}},"at":50}""");
        var rows = (await hub.OpenScene(id)).Rows;
        var columns = MemoryMarshal.Cast<byte, double>(rows.Channels.Single().Keys!.AsSpan(0, 32)).ToArray();
        columns.ShouldBe([50 * 29_400_000.0, 60 * 29_400_000.0, 4, 8]);
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync<string>("CopyKeys", id, sets))).Message.ShouldContain("not there any more");
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync<string>("CopyKeys", id, "[{]"))).Message.ShouldContain("cannot be read");
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Looking_ahead_tells_what_an_edit_would_do_and_does_nothing()
    {
        var id = await AddKeyedBox();
        var (hub, _, _) = await Open(id);
        var told = await hub.InvokeAsync<TimeMessage>("LookAhead", id, """{"edit":"stretchTime","length":60,"about":1}""");
        // 10 and 20 about 1 at a half: 5.5 and 10.5.
        (told.Keys, told.KeysAfter, told.BetweenFrames, told.BetweenFramesAfter).ShouldBe((2, 2, 0, 2));
        told.Range.ShouldBe([1, 60]);
        (told.Seconds, told.SecondsAfter).ShouldBe((5, 2.5));
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync<TimeMessage>("LookAhead", id, """{"edit":"stretchTime","length":0,"about":1}"""))).Message.ShouldContain("no length");
        (await hub.OpenScene(id)).Revision.ShouldBe(3);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Keys_come_with_their_handles_as_they_are_drawn()
    {
        var id = await AddKeyedBox();
        await server.Edit(id, 3, """{"edit":"setHandle","object":1,"channel":"position.x","time":294000000,"side":"out","frames":5,"value":3}""");
        var (hub, _, scene) = await Open(id);
        var handles = MemoryMarshal.Cast<byte, float>(scene.Rows.Channels.Single().Keys!.AsSpan(2 * 16, 2 * 16)).ToArray();
        // The first leaves by its own handle of five frames; the second, clamped at the end, arrives flat by a third of ten.
        handles.ShouldBe([0, 0, 5 * 29_400_000f, 3, -10f / 3 * 29_400_000, 0, 0, 0], 1);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task What_an_edit_would_do_to_curves_is_told_beforehand()
    {
        var id = await AddKeyedBox();
        var (hub, _, _) = await Open(id);
        var told = await hub.InvokeAsync<CurveMessage>("LookAheadCurves", id, """{"edit":"setKeyValues","keys":[{"object":1,"channel":"position.x","times":[588000000]}],"offset":1.5,"factor":1}""");
        told.ShouldBe(new CurveMessage(2, 2, 1.5, 20, OwnerKind.Object, 1, "position.x", 0));
        (await hub.OpenScene(id)).Revision.ShouldBe(3);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Speeds_come_for_the_channels_that_a_tab_looks_at()
    {
        var id = await AddKeyedBox();
        var tab = await Tab.Open(server, id);
        (await tab.Sample(1, 30)).Pieces.Single().Names.ShouldNotContain("speed:position.x");
        Channels(await tab.WatchSpeeds([1], ["position.x"])).ShouldBe(["position.x", "speed:position.x", "speed"]);
        // From 4 to 8 in ten frames, straight at its middle by half as fast again.
        tab.Book.Run(1, "speed:position.x", 14, 14).Single().ShouldBe(14.3f, 0.1f);
        // The same key once more is no change, and nothing comes of it.
        await server.Edit(id, 3, KeyBox);
        await server.Edit(id, 3, KeyBox.Replace("\"value\":4", "\"value\":5"));
        Channels((await tab.Next()).Samples).ShouldContain("speed:position.x");
        (await Should.ThrowAsync<HubException>(() => tab.WatchSpeeds([1], []))).Message.ShouldContain("a channel for each");
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task A_curve_of_earlier_is_looked_at_and_a_part_of_it_taken_back()
    {
        var id = await AddKeyedBox();
        await server.Edit(id, 3, """{"edit":"setKeyValues","keys":[{"object":1,"channel":"position.x","times":[294000000,588000000]}],"offset":7}""");
        var (hub, _, _) = await Open(id);
        double[] Values(ChannelMessage channel) => MemoryMarshal.Cast<byte, double>(channel.Keys!.AsSpan(channel.Keys!.Length / KeySize * 8, channel.Keys.Length / KeySize * 8)).ToArray();
        var then = await hub.InvokeAsync<ChannelMessage[]>("ChannelsAt", id, 3, new[] { 1, 44 }, new[] { "position.x", "position.x" });
        Values(then.Single()).ShouldBe([4, 8]);
        var copied = await hub.InvokeAsync<string>("CopyKeysAt", id, 3, new[] { 1 }, new[] { "position.x" }, 15.0, 30.0);
        await hub.Edit(id, 4, $$"""{"edit":"replaceKeys","copied":{{copied}},"from":15,"to":30}""");
        Values((await hub.OpenScene(id)).Rows.Channels.Single()).ShouldBe([7, 8]);
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync<ChannelMessage[]>("ChannelsAt", id, 99, new[] { 1 }, new[] { "position.x" }))).Message.ShouldContain("places 0 to 5");
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task A_stretch_is_copied_as_CSS_and_locks_are_told()
    {
        var id = await AddKeyedBox();
        var (hub, _, _) = await Open(id);
        var css = await hub.InvokeAsync<string>("CopyEase", id, """[{"object":1,"channel":"position.x","times":[294000000]}]""");
        css.ShouldBe("cubic-bezier(0.333333, 0, 0.666667, 1)");
        await server.Edit(id, 3, """{"edit":"keyChannels","frame":1,"values":[{"object":1,"channel":"rotation.y","value":0}]}""");
        await server.Edit(id, 4, """{"edit":"keyChannels","frame":41,"values":[{"object":1,"channel":"rotation.y","value":90}]}""");
        (await hub.InvokeAsync<long[][]>("GimbalLocks", id, 1)).Single()[1].ShouldBe(120);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task A_warp_reaches_every_tab_with_its_points_and_what_it_shows()
    {
        var id = await AddKeyedBox();
        var tab = await Tab.Open(server, id);
        var (hub, changes) = (tab.Hub, tab.Changes);
        await tab.Sample(1, 40);
        await server.Edit(id, 3, """{"edit":"addWarp","name":"Slow pass","targets":[{"object":1,"channel":"position.x"}]}""");
        var added = await changes.ReadAsync().AsTask().WaitAsync(Patience);
        var warp = added.Rows.Warps.Single();
        (warp.Name, warp.On, warp.Beyond, warp.Curve.Owner, warp.Curve.Id, warp.Curve.Name).ShouldBe(("Slow pass", true, WarpBeyond.RunOn, OwnerKind.Warp, 1, "warp"));
        warp.Targets!.ShouldBe([new TargetMessage(1, "position.x")]);
        await server.Edit(id, 4, """{"edit":"retimePart","warp":1,"way":"hold","from":15,"frames":4}""");
        await changes.ReadAsync().AsTask().WaitAsync(Patience);
        tab.Book.Run(1, "warp", 14, 20, OwnerKind.Warp).ShouldBe([14, 15, 15, 15, 15, 15, 16]);
        tab.Book.Run(1, "position.x", 15, 19).ShouldAllBe(value => value == 6);
        // It covers one channel only, so neither the object nor the scene shows other frames than are played.
        (tab.Book.IsStill(1, "source"), tab.Book.IsStill(0, "source", OwnerKind.Scene)).ShouldBe((true, true));
        tab.Book.Run(1, "source", 12, 12).ShouldBe([float.NaN]);
        var told = await hub.InvokeAsync<CurveMessage>("LookAheadCurves", id, """{"edit":"bakeWarp","warp":1}""");
        told.Keys.ShouldBe(2);
        told.Difference.ShouldBeLessThan(0.001);
        await server.Edit(id, 5, """{"edit":"bakeWarp","warp":1}""");
        (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Gone.Single().ShouldSatisfyAllConditions(gone => gone.Kind.ShouldBe(RowKind.Warp), gone => gone.Ids.ShouldBe([1]));
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task A_clip_reaches_every_tab_with_its_cycle_its_rate_and_what_it_moves()
    {
        var id = await AddKeyedBox();
        var tab = await Tab.Open(server, id);
        var (hub, changes) = (tab.Hub, tab.Changes);
        await tab.Sample(1, 60);
        await hub.Edit(id, 3, """{"edit":"saveClip","keys":[{"object":1,"channel":"position.x","times":[294000000,588000000]}],"name":"Step"}""");
        var saved = await changes.ReadAsync().AsTask().WaitAsync(Patience);
        saved.Rows.Clips.Single().ShouldSatisfyAllConditions(c => c.Name.ShouldBe("Step"), c => c.Length.ShouldBe(294_000_000), c => c.Channels.ShouldBe(["position.x"]));
        saved.Samples.Pieces.ShouldBeEmpty();
        await hub.Edit(id, 4, """{"edit":"placeClip","clip":1,"objects":[1],"frame":30,"times":2,"cycle":"repeatOffset"}""");
        var placed = await changes.ReadAsync().AsTask().WaitAsync(Patience);
        var row = placed.Rows.Placed.Single();
        row.Times.Select(time => time / 29_400_000).ShouldBe([30, 50, 40]);
        (row.Cycle, row.After, row.Rate.Still).ShouldBe((ClipCycle.RepeatOffset, ClipAfter.LetGo, 1));
        tab.Book.Run(1, "position.x", 45, 45).Single().ShouldBe(8 + 4 + 2, 1e-5f);
        (row.Rate.Owner, row.Rate.Id).ShouldBe((OwnerKind.Placed, 1));
        tab.Book.Run(1, "phase", 45, 45, OwnerKind.Placed).Single().ShouldBe(15);
        await hub.Edit(id, 5, """{"edit":"keyChannels","frame":30,"values":[{"placed":1,"value":0.5}]}""");
        var keyed = await changes.ReadAsync().AsTask().WaitAsync(Patience);
        keyed.Rows.Placed.Single().Rate.Keys!.Length.ShouldBe(KeySize);
        tab.Book.Run(1, "position.x", 50, 50).Single().ShouldBe(8 + 4, 1e-5f);
        await hub.InvokeAsync<KeptMessage>("GoTo", id, 6, 3);
        var undone = await changes.ReadAsync().AsTask().WaitAsync(Patience);
        undone.Rows.Gone.Select(gone => (gone.Kind, gone.Ids.Single())).ShouldBe([(RowKind.Clip, 1), (RowKind.PlacedClip, 1)]);
        tab.Book.Run(1, "position.x", 50, 50).Single().ShouldBe(8);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Of_a_scene_with_many_keys_the_first_frame_comes_before_the_keys()
    {
        static string Curve(int object_) => string.Join(",", Enumerable.Range(0, 9000).Select(i => $"{{\"frame\":{i},\"value\":{(i * 7 + object_) % 100}}}"));
        var objects = Enumerable.Range(1, 9).Select(n => $"{{\"name\":\"Buoy {n}\",\"kind\":\"box\",\"channels\":{{\"position.x\":{{\"keys\":[{Curve(n)}]}}}}}}");
        var warp = """{"name":"Tide","covers":"scene","keys":[{"frame":0,"source":0},{"frame":100,"source":50}]}""";
        var id = await server.Import($"{{\"format\":\"zesty-scene\",\"version\":2,\"name\":\"Many\",\"rate\":\"24\",\"range\":[0,9000],\"objects\":[{string.Join(",", objects)}],\"warps\":[{warp}]}}");
        var tab = await Tab.Open(server, id);
        tab.Scene.Rows.Objects.Length.ShouldBe(9);
        tab.Scene.Rows.Channels.ShouldBeEmpty();
        tab.Book.At(OwnerKind.Object, 9, "position.x", 0).ShouldBe(9);
        tab.More.Count.ShouldBe(tab.Scene.More);
        tab.More.Select(more => more.Left).ShouldBe(Enumerable.Range(0, tab.More.Count).Reverse());
        tab.More.SelectMany(more => more.Rows.Channels).Select(row => (row.Id, row.Name, row.Keys!.Length / KeySize)).ShouldBe(Enumerable.Range(1, 9).Select(n => (n, "position.x", 9000)));
        // A key of frame 50 is seen on frame 100.
        var seen = tab.More[^1].Rows.Played;
        seen.Select(each => each.Id).ShouldBe(Enumerable.Range(1, 9));
        BitConverter.ToDouble(seen[8].Times, 50 * 8).ShouldBe(FrameRate.Film.StartOf(100).Value);
        // From here on it is told what changes, as any other tab.
        var tried = await tab.Try("""{"edit":"keyChannels","frame":10,"values":[{"object":9,"channel":"position.x","value":4}]}""");
        // The key and its neighbours, whose handles follow.
        tried.Rows.Channels.Single().Keys!.Length.ShouldBe(3 * KeySize);
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task A_try_is_told_as_the_difference_to_the_one_before()
    {
        var id = await AddKeyedBox();
        var tab = await Tab.Open(server, id);
        await tab.Sample(1, 30);
        var later = Move.Replace("\"frames\":10", "\"frames\":5");
        var moved = await tab.Try(later);
        moved.Rows.Channels.Select(c => c.Name).ShouldBe(["position.x"]);
        // Another try: what the first one moved is back, and what this one sets is there.
        var other = await tab.Try(KeyBox.Replace("position.x", "position.y"));
        other.Rows.Channels.Select(c => c.Name).Order().ShouldBe(["position.x", "position.y"]);
        var x = other.Rows.Channels.Single(c => c.Name == "position.x").Keys!;
        MemoryMarshal.Cast<byte, double>(x.AsSpan(0, 8))[0].ShouldBe(10 * 29_400_000);
        Channels(other.Samples).ShouldContain("position.x");
        tab.Book.Run(1, "position.y", 3, 3).ShouldBe([4]);
        // What is kept puts an end to what is tried, and a try starts from it.
        await tab.Hub.Edit(id, 3, """{"edit":"renameScene","name":"Quay"}""");
        await tab.Next();
        tab.Book.Run(1, "position.y", 3, 3).ShouldBe([0]);
        (await tab.Try(later)).Rows.Channels.Select(c => c.Name).ShouldBe(["position.x"]);
        // Dropped, it is as it is kept.
        var back = await tab.DropTry();
        (back.IsBack, back.Rows.Channels.Single().Name).ShouldBe((true, "position.x"));
        tab.Book.Run(1, "position.x", 8, 22)[7].ShouldBe(6);
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task What_somebody_else_does_is_told_apart_from_what_a_hand_tries()
    {
        var id = await AddKeyedBox();
        var tab = await Tab.Open(server, id, "mia");
        await tab.Sample(1, 30);
        await tab.Try(KeyBox.Replace("\"value\":4", "\"value\":5"));
        tab.Book.Run(1, "position.x", 10, 10).ShouldBe([5]);
        await server.Edit(id, 3, KeyBox.Replace("position.x", "position.y"));
        (await tab.Next()).Rows.Channels.Select(c => c.Name).ShouldBe(["position.y"]);
        tab.Book.Run(1, "position.x", 10, 10).ShouldBe([4]);
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task A_drag_that_ends_where_it_began_leaves_nothing_behind()
    {
        var id = await AddKeyedBox();
        var tab = await Tab.Open(server, id, "mia");
        await tab.Sample(1, 30);
        const string lift = """{"edit":"setValues","values":[{"object":1,"channel":"position.y","value":5}]}""";
        await tab.Try(lift);
        tab.Book.Run(1, "position.y", 10, 10).ShouldBe([5]);
        var back = await tab.Hub.Heard<TriedMessage>("tried", () => tab.Hub.Edit(id, 3, lift.Replace("5", "0")));
        back.IsBack.ShouldBeTrue();
        tab.Book.Run(1, "position.y", 10, 10).ShouldBe([0]);
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task Bookmarks_and_named_selections_reach_every_tab_and_go_again()
    {
        var id = await AddKeyedBox();
        var (hub, changes, _) = await Open(id);
        await server.Edit(id, 3, """{"edit":"setBookmark","frame":12,"name":"Pier","colour":"rose"}""");
        (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Bookmarks.ShouldBe([new BookmarkMessage(1, "Pier", 12 * 29_400_000.0, BookmarkColour.Rose)]);
        await server.Edit(id, 4, """{"edit":"setNamedSelection","name":"Boats","objects":[1]}""");
        (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Selections.Single().Objects.ShouldBe([1]);
        await server.Edit(id, 5, """{"edit":"deleteObjects","objects":[1]}""");
        var gone = (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows;
        gone.Gone.Select(each => (each.Kind, each.Ids.Single())).ShouldBe([(RowKind.Object, 1), (RowKind.NamedSelection, 1)], ignoreOrder: true);
        await server.Edit(id, 6, """{"edit":"deleteBookmark","bookmark":1}""");
        (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Gone.Single().ShouldSatisfyAllConditions(gone => gone.Kind.ShouldBe(RowKind.Bookmark), gone => gone.Ids.ShouldBe([1]));
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Trying_an_edit_keeps_nothing()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        var tab = await Tab.Open(server, id);
        await tab.Sample(1, 20);
        var tried = await tab.Try(KeyBox);
        tried.Rows.Channels.Single().Name.ShouldBe("position.x");
        Channels(tried.Samples).ShouldBe(["position.x", "speed"]);
        (await tab.Hub.OpenScene(id)).Revision.ShouldBe(1);
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task Refusals_come_in_words()
    {
        var id = await server.AddScene();
        var (hub, _, _) = await Open(id);
        (await Should.ThrowAsync<HubException>(() => hub.Edit(id, 0, "{}"))).Message.ShouldContain("cannot be read");
        (await hub.Edit(id, 7, AddBox)).Taken.ShouldNotBeNull();
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync("Sample", id, 1L, 255L, 256L, false, Array.Empty<long>()))).Message.ShouldContain("one chunk");
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync("Open", 987654L))).Message.ShouldContain("no scene");
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Going_through_the_history_undoes_many_at_once()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        for (var i = 0; i < 5; i++)
            await server.Edit(id, 1 + i, $$"""{"edit":"keyChannels","frame":{{i}},"values":[{"object":1,"channel":"position.x","value":{{i}}}]}""");
        var (hub, changes, _) = await Open(id);
        await hub.InvokeAsync<KeptMessage>("GoTo", id, 6, 2);
        (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Channels.Single().Keys!.Length.ShouldBe(KeySize);
        await hub.InvokeAsync<KeptMessage>("GoTo", id, 7, 6);
        (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Channels.Single().Keys!.Length.ShouldBe(5 * KeySize);
        // Of one key in the middle only that travels, with those whose handles follow it.
        await hub.Edit(id, 8, """{"edit":"setKeyValues","keys":[{"object":1,"channel":"position.x","times":[58800000]}],"offset":0.1}""");
        var moved = (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Channels.Single();
        (moved.Head, moved.Keys!.Length / KeySize, moved.Tail).ShouldBe((1, 3, 1));
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task A_foreign_page_gets_no_line()
    {
        var hub = new HubConnectionBuilder().WithUrl(new Uri(server.Address, "/live"), o => o.Headers["Origin"] = "http://harbour.example").Build();
        await Should.ThrowAsync<HttpRequestException>(() => hub.StartAsync());
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task An_edit_that_takes_long_tells_how_far_it_is_and_can_be_called_off()
    {
        var id = await server.AddScene();
        var revision = 0;
        async Task Make(string edit) => await server.Edit(id, revision++, edit);
        await Make("""{"edit":"setRanges","range":{"first":1,"last":1000}}""");
        const int boxes = 150;
        for (var i = 0; i < boxes; i++) await Make(AddBox);
        await Make($$"""{"edit":"setSway","objects":[{{string.Join(',', Enumerable.Range(1, boxes))}}],"channels":["position.x","rotation.x","rotation.y"]}""");
        var tab = await Tab.Open(server, id);
        var bake = $$"""{"edit":"bake","targets":[{{string.Join(',', Enumerable.Range(1, boxes).Select(one => $$"""{"object":{{one}}}"""))}}],"first":1,"last":1000,"perFrame":8,"tolerance":0.001}""";
        var told = tab.Hub.Next<double>("working");
        var made = tab.Hub.Edit(id, revision, bake);
        (await told).ShouldBeInRange(0, 1);
        // The line is free for others meanwhile.
        await tab.Hub.InvokeAsync("Stand", id, 7.0, Array.Empty<int>());
        made.IsCompleted.ShouldBeFalse();
        await tab.Hub.InvokeAsync("CallOff");
        (await Should.ThrowAsync<HubException>(() => made.WaitAsync(Patience))).Message.ShouldContain("Called off; nothing was changed.");
        // Nothing is being made any more, and nothing has been.
        await tab.Hub.InvokeAsync("CallOff");
        var kept = await tab.Hub.Edit(id, revision, AddBox);
        kept.Revision.ShouldBe(revision + 1);
        await tab.Hub.DisposeAsync();
    }
}
