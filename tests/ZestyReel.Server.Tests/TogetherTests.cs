using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

/// <summary>Several people, and several windows, on one scene.</summary>
public class TogetherTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static string Set(int thing, string channel, double value) =>
        FormattableString.Invariant($$"""{"edit":"setValues","values":[{"object":{{thing}},"channel":"{{channel}}","value":{{value}}}]}""");

    private async Task<(long Id, Tab Mia, Tab Jon)> TwoPeople()
    {
        var id = await server.AddScene();
        for (var n = 0; n < 2; n++) await server.Edit(id, n, """{"edit":"addObject","kind":"box"}""");
        return (id, await Tab.Open(server, id, "mia", "Mia"), await Tab.Open(server, id, "jon", "Jon"));
    }

    private async Task<double> Value(long id, string name, string channel) =>
        (await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{id}/file"))).GetProperty("objects").EnumerateArray()
            .First(thing => thing.GetProperty("name").GetString() == name)
            is var named && named.TryGetProperty("channels", out var channels) && channels.TryGetProperty(channel, out var found) ? found.GetProperty("value").GetDouble() : 0;

    [Fact]
    public async Task What_somebody_else_changed_meanwhile_is_told_and_not_overwritten()
    {
        var (id, mia, jon) = await TwoPeople();
        (await mia.Hub.Edit(id, 2, Set(1, "position.x", 4))).Taken.ShouldBeNull();
        var refused = await jon.Hub.Edit(id, 2, Set(1, "position.x", 7));
        refused.Taken.ShouldBe(new TakenMessage("Mia", "Set Box Position X"));
        (await Value(id, "Box", "position.x")).ShouldBe(4);
        // Something else is nobody's business, and one's own windows' last edit is no surprise to it.
        (await jon.Hub.Edit(id, 2, Set(2, "position.x", 7))).Taken.ShouldBeNull();
        (await jon.Hub.Edit(id, 2, Set(2, "position.x", 8))).Taken.ShouldBeNull();
        (await mia.Next()).Made.Single().ShouldBe(new MadeMessage("Set Box Position X", mia.Window, "Mia"));
    }

    [Fact]
    public async Task What_somebody_locks_while_they_work_nothing_of_theirs_touches_and_others_are_free()
    {
        var (id, mia, jon) = await TwoPeople();
        var revision = (await mia.Hub.Edit(id, 2, Set(1, "position.x", 4))).Revision;
        await mia.Hub.InvokeAsync("Lock", id, new[] { 1 });
        foreach (var edit in new[] { Set(1, "position.x", 5), """{"edit":"renameObject","object":1,"name":"Buoy"}""", """{"edit":"deleteObjects","objects":[1]}""" })
            (await Should.ThrowAsync<HubException>(() => mia.Hub.Edit(id, revision, edit))).Message.ShouldContain("Box is locked in this window");
        await Should.ThrowAsync<HubException>(() => mia.Hub.InvokeAsync("Try", id, Set(1, "position.x", 5)));
        await Should.ThrowAsync<HubException>(() => mia.Hub.InvokeAsync<KeptMessage>("Undo", id, revision));
        await Should.ThrowAsync<HubException>(() => mia.Hub.InvokeAsync<KeptMessage>("GoTo", id, revision, 1));
        (await Value(id, "Box", "position.x")).ShouldBe(4);
        // Beside it, and at other tabs, work goes on; where it stands among the others is not part of it.
        await mia.Hub.Edit(id, revision, Set(2, "position.x", 6));
        await mia.Hub.Edit(id, revision + 1, """{"edit":"reorderObjects","objects":[2],"before":1}""");
        (await jon.Hub.Edit(id, revision + 2, Set(1, "position.x", 7))).Taken.ShouldBeNull();
        await mia.Hub.InvokeAsync("Lock", id, Array.Empty<int>());
        (await mia.Hub.Edit(id, revision + 3, Set(1, "position.x", 8))).Taken.ShouldBeNull();
        (await Value(id, "Box", "position.x")).ShouldBe(8);
    }

    [Fact]
    public async Task Who_is_there_is_told_with_where_they_stand_and_when_they_go()
    {
        var (id, mia, jon) = await TwoPeople();
        await jon.Hub.InvokeAsync("Stand", id, 7.0, new[] { 2 });
        // Whoever says first where they stand hears of those who are there, and these of them.
        var (hers, his) = (mia.Hub.Next<PeopleMessage>("people"), jon.Hub.Next<PeopleMessage>("people"));
        await mia.Hub.InvokeAsync("Stand", id, 3.0, new[] { 1 });
        var seen = (await hers).People.Single();
        (seen.Name, seen.IsSelf, seen.Frame, seen.Objects.Single()).ShouldBe(("Jon", false, 7, 2));
        var she = (await his).People.Single();
        (she.Name, she.Frame, she.Objects.Single()).ShouldBe(("Mia", 3, 1));
        she.Colour.ShouldNotBe(seen.Colour);

        his = jon.Hub.Next<PeopleMessage>("people");
        await mia.Hub.InvokeAsync("Introduce", "mia", "Mia M", mia.Window);
        (await his).People.Single().Name.ShouldBe("Mia M");
        his = jon.Hub.Next<PeopleMessage>("people");
        await mia.Hub.InvokeAsync("Stand", id, 9.5, Enumerable.Range(1, 5000).ToArray());
        var now = (await his).People.Single();
        (now.Frame, now.Objects.Length).ShouldBe((9.5, 100));
        (await Should.ThrowAsync<HubException>(() => mia.Hub.InvokeAsync("Stand", id, 1e12, Array.Empty<int>()))).Message.ShouldContain("out of reach");

        his = jon.Hub.Next<PeopleMessage>("people");
        await mia.Hub.DisposeAsync();
        (await his).Left.ShouldBe([she.Tab]);
    }

    [Fact]
    public async Task One_change_of_somebody_elses_is_taken_back_and_what_came_since_stays()
    {
        var (id, mia, jon) = await TwoPeople();
        await mia.Hub.Edit(id, 2, Set(1, "position.x", 4));
        await jon.Hub.Edit(id, 3, Set(2, "position.x", 7));
        (await jon.Hub.InvokeAsync<KeptMessage>("TakeBack", id, 4L, 3)).Title.ShouldBe("Take back: Set Box Position X");
        ((await Value(id, "Box", "position.x")), (await Value(id, "Box 2", "position.x"))).ShouldBe((0, 7));
        // The boxes were moved since they were added.
        (await jon.Hub.InvokeAsync<KeptMessage>("TakeBack", id, 5L, 2)).Touches.ShouldNotBeNull();
        (await Should.ThrowAsync<HubException>(() => jon.Hub.InvokeAsync<KeptMessage>("TakeBack", id, 5L, 9))).Message.ShouldContain("in force");
    }

    [Fact]
    public async Task Undo_takes_back_ones_own_change_and_leaves_the_others()
    {
        var (id, mia, jon) = await TwoPeople();
        await mia.Hub.Edit(id, 2, Set(1, "position.x", 4));
        await jon.Hub.Edit(id, 3, Set(2, "position.x", 7));
        await jon.Hub.Edit(id, 4, Set(2, "position.y", 9));
        (await mia.Hub.InvokeAsync<KeptMessage>("Undo", id, 5L)).Title.ShouldBe("Take back: Set Box Position X");
        ((await Value(id, "Box", "position.x")), (await Value(id, "Box 2", "position.x")), (await Value(id, "Box 2", "position.y"))).ShouldBe((0, 7, 9));
        // Jon's last is taken back by a step before hers only as a new edit as well; and both can make theirs again.
        (await jon.Hub.InvokeAsync<KeptMessage>("Undo", id, 6L)).Title.ShouldBe("Take back: Set Box 2 Position Y");
        (await mia.Hub.InvokeAsync<KeptMessage>("Redo", id, 7L)).Title.ShouldBe("Put back: Set Box Position X");
        (await jon.Hub.InvokeAsync<KeptMessage>("Redo", id, 8L)).Title.ShouldBe("Put back: Set Box 2 Position Y");
        ((await Value(id, "Box", "position.x")), (await Value(id, "Box 2", "position.x")), (await Value(id, "Box 2", "position.y"))).ShouldBe((4, 7, 9));
        (await mia.Hub.InvokeAsync<KeptMessage>("Undo", id, 9L)).Title.ShouldBe("Take back: Set Box Position X");
        // The added boxes are nobody's in particular, so that anybody reaches them; but Jon works on the second one.
        var touches = (await mia.Hub.InvokeAsync<KeptMessage>("Undo", id, 10L)).Touches.ShouldNotBeNull();
        touches.Title.ShouldBe("Add box");
        touches.Later.Select(made => made.Name).ShouldContain("Jon");
    }

    [Fact]
    public async Task A_layer_in_which_somebody_else_set_keys_is_not_taken_back_alone()
    {
        var (id, mia, jon) = await TwoPeople();
        await mia.Hub.Edit(id, 2, """{"edit":"addLayer","name":"Touch-up"}""");
        await jon.Hub.Edit(id, 3, """{"edit":"keyChannels","frame":5,"values":[{"object":1,"channel":"1/position.y","value":2}]}""");
        var touches = (await mia.Hub.InvokeAsync<KeptMessage>("Undo", id, 4L)).Touches.ShouldNotBeNull();
        touches.Title.ShouldBe("Add layer Touch-up");
        touches.Later.Select(made => made.Title).ShouldBe(["Key Box Position Y in Touch-up at 5"]);
    }

    [Fact]
    public async Task Undo_says_where_it_must_touch_what_somebody_else_did()
    {
        var (id, mia, jon) = await TwoPeople();
        await mia.Hub.Edit(id, 2, Set(1, "position.x", 4));
        await jon.Hub.Edit(id, 3, Set(1, "position.x", 7));
        var touches = (await mia.Hub.InvokeAsync<KeptMessage>("Undo", id, 4L)).Touches.ShouldNotBeNull();
        (touches.Position, touches.Title).ShouldBe((2, "Set Box Position X"));
        touches.Later.ShouldBe([new MadeMessage("Set Box Position X", null, "Jon")]);
        (await Value(id, "Box", "position.x")).ShouldBe(7);
        // Asked for all the same, both go.
        await mia.Hub.InvokeAsync<KeptMessage>("GoTo", id, 4L, touches.Position);
        (await Value(id, "Box", "position.x")).ShouldBe(0);
    }

    [Fact]
    public async Task An_edit_that_is_sent_again_after_a_broken_line_is_made_once()
    {
        var (id, mia, _) = await TwoPeople();
        const string box = """{"edit":"addObject","kind":"box"}""";
        (await mia.Hub.Edit(id, 2, box, "first-1")).Revision.ShouldBe(3);
        (await mia.Hub.Edit(id, 2, box, "first-1")).Revision.ShouldBe(3);
        (await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{id}"))).GetProperty("objects").GetArrayLength().ShouldBe(3);
        (await Should.ThrowAsync<HubException>(() => mia.Hub.Edit(id, 3, box, "<mark>"))).Message.ShouldContain("letters");
    }

    [Fact]
    public async Task Somebody_who_gave_no_name_and_is_away_may_be_oneself_in_another_browser()
    {
        var id = await server.AddScene();
        var first = await Tab.Open(server, id, "first");
        await first.Hub.Edit(id, 0, """{"edit":"addObject","kind":"box"}""");
        var second = await Tab.Open(server, id, "second");
        (await Should.ThrowAsync<HubException>(() => second.Hub.InvokeAsync<KeptMessage>("Undo", id, 1L))).Message.ShouldContain("nothing of yours");
        await first.Hub.DisposeAsync();
        KeptMessage? undone = null;
        for (var n = 0; n < 100 && undone is null; n++)
        {
            try
            {
                undone = await second.Hub.InvokeAsync<KeptMessage>("Undo", id, 1L);
            }
            catch (HubException)
            {
                await Task.Yield();
            }
        }
        undone.ShouldNotBeNull().Title.ShouldBe("Undo Add box");
    }

    [Fact]
    public async Task Who_reads_slowly_is_told_less_often_and_still_everything()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, """{"edit":"addObject","kind":"box"}""");
        using var slow = new ClientWebSocket();
        await slow.ConnectAsync(new Uri($"ws://{server.Address.Authority}/live"), CancellationToken.None);
        await Send("""{"protocol":"json","version":1}""");
        await Send($$"""{"type":1,"invocationId":"1","target":"Open","arguments":[{{id}}]}""");
        var text = new StringBuilder();
        for (var chunk = 0; chunk < 200; chunk++)
        {
            await Send($$"""{"type":1,"invocationId":"s{{chunk}}","target":"Sample","arguments":[{{id}},{{chunk + 1}},{{chunk * 256}},{{chunk * 256 + 255}},false,[]]}""");
            // A new ask would end one that nobody has had an answer to.
            while (!(await Read(text)).Any(message => message.TryGetProperty("invocationId", out var of) && of.GetString() == $"s{chunk}")) { }
        }
        // Nothing is read while a great many changes are made, each of which reaches on for ever.
        const int changes = 400;
        long revision = 1;
        for (var n = 0; n < changes; n++, revision++)
            (await server.Edit(id, revision, FormattableString.Invariant($$"""{"edit":"keyChannels","frame":{{n + 1}},"values":[{"object":1,"channel":"position.x","value":{{n * 0.37}}}]}"""))).EnsureSuccessStatusCode();

        var (told, known, keys) = (0, 1L, 0);
        while (known < revision)
        {
            foreach (var message in await Read(text))
            {
                if (!message.TryGetProperty("target", out var target)) continue;
                var body = message.GetProperty("arguments")[0];
                if (target.GetString() != "changed") continue;
                body.GetProperty("before").GetInt64().ShouldBe(known);
                known = body.GetProperty("revision").GetInt64();
                told++;
                foreach (var channel in body.GetProperty("rows").GetProperty("channels").EnumerateArray())
                    keys = channel.GetProperty("head").GetInt32() + channel.GetProperty("keys").GetBytesFromBase64().Length / 33 + channel.GetProperty("tail").GetInt32();
            }
        }
        told.ShouldBeLessThan(changes / 2);
        keys.ShouldBe(changes);

        Task Send(string text) => slow.SendAsync(Encoding.UTF8.GetBytes(text + "\u001e"), WebSocketMessageType.Text, true, CancellationToken.None);

        async Task<List<JsonElement>> Read(StringBuilder text)
        {
            var buffer = new byte[1 << 16];
            var read = await slow.ReceiveAsync(buffer, CancellationToken.None).WaitAsync(Tab.Patience);
            text.Append(Encoding.UTF8.GetString(buffer, 0, read.Count));
            var parts = text.ToString().Split('\u001e');
            text.Clear().Append(parts[^1]);
            return [.. parts[..^1].Where(part => part.Length > 2).Select(part => JsonDocument.Parse(part).RootElement)];
        }
    }
}
