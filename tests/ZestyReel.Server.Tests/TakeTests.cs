using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Takes;
using ZestyReel.Formats.Osc;
using ZestyReel.Server.Recording;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

/// <summary>Takes of a hand and of a device, from the first sample to the keys.</summary>
public class TakeTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static readonly CancellationToken Patience = new CancellationTokenSource(TimeSpan.FromMinutes(2)).Token;

    private async Task<long> SceneWithBox()
    {
        var id = await server.AddScene();
        (await server.Edit(id, 0, """{"edit":"addObject","kind":"box","name":"Boat"}""")).EnsureSuccessStatusCode();
        return id;
    }

    private Task<HttpResponseMessage> Post(string path, string body) => server.Http.PostAsync(path, new StringContent(body, Encoding.UTF8, "application/json"));

    private static string Hand(double start = 10, double speed = 0.5, string mark = "", string values = "[[0,1,2,3]]", string channels = "[\"position.x\"]") =>
        $$"""{"object":1,"start":{{start}},"speed":{{speed}},"channels":{{channels}},"seconds":[0,1,2,3],"values":{{values}},"mark":"{{mark}}","by":{"author":"me","name":"Ada","mark":"","window":"w"} }""";

    private async Task<JsonElement> Kept(long scene, string take) => await RunningServer.Json((await Post($"/api/scenes/{scene}/takes", take)).EnsureSuccessStatusCode());

    private async Task<JsonElement[]> List(long scene) => [.. (await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{scene}/takes"))).EnumerateArray()];

    private static async Task Refused(HttpResponseMessage answer, HttpStatusCode status, string words)
    {
        answer.StatusCode.ShouldBe(status);
        (await answer.Content.ReadAsStringAsync()).ShouldContain(words);
    }

    private async Task<double> Seen(long scene, string channel, double frame)
    {
        var csv = await server.Http.GetStringAsync($"/api/scenes/{scene}/samples.csv?object=Boat&channel={channel}&from={frame}&to={frame}");
        return double.Parse(csv.Trim().Split('\n')[^1].Split(',')[^1], System.Globalization.CultureInfo.InvariantCulture);
    }

    [Fact]
    public async Task What_a_hand_did_is_kept_once_numbered_and_listed()
    {
        var scene = await SceneWithBox();
        var first = await Kept(scene, Hand(mark: "one"));
        first.GetProperty("number").GetInt64().ShouldBe(1);
        first.GetProperty("first").GetDouble().ShouldBe(10);
        // Three seconds at half speed are one and a half, or 36 frames.
        first.GetProperty("last").GetDouble().ShouldBe(46, 1e-9);
        first.GetProperty("seconds").GetDouble().ShouldBe(1.5, 1e-9);
        first.GetProperty("madeBy").GetString().ShouldBe("Ada");
        (await Kept(scene, Hand(mark: "one"))).GetProperty("id").GetInt64().ShouldBe(first.GetProperty("id").GetInt64());
        await Kept(scene, Hand(mark: "two"));
        (await List(scene)).Select(take => take.GetProperty("number").GetInt64()).ShouldBe([2, 1]);
        (await server.Http.GetStringAsync($"/api/takes/{first.GetProperty("id").GetInt64()}/file")).ShouldStartWith("seconds,position.x\n0,0\n");
    }

    [Fact]
    public async Task What_is_thrown_away_can_be_brought_back_and_leaves_its_number()
    {
        var scene = await SceneWithBox();
        var id = (await Kept(scene, Hand())).GetProperty("id").GetInt64();
        (await server.Http.DeleteAsync($"/api/takes/{id}")).EnsureSuccessStatusCode();
        (await List(scene)).ShouldBeEmpty();
        await Refused(await server.Http.DeleteAsync($"/api/takes/{id}"), HttpStatusCode.NotFound, "thrown away");
        (await Kept(scene, Hand())).GetProperty("number").GetInt64().ShouldBe(2);
        (await server.Http.PostAsync($"/api/takes/{id}/restore", null)).EnsureSuccessStatusCode();
        (await List(scene)).Length.ShouldBe(2);
        await Refused(await server.Http.PostAsync($"/api/takes/{id}/restore", null), HttpStatusCode.NotFound, "cannot be changed so");
        (await server.Http.PutAsync($"/api/takes/{id}/name", new StringContent("""{"name":"Best"}""", Encoding.UTF8, "application/json"))).EnsureSuccessStatusCode();
        (await List(scene))[1].GetProperty("name").GetString().ShouldBe("Best");
        await Refused(await server.Http.PutAsync($"/api/takes/{id}/clock", new StringContent("""{"byStamps":true}""", Encoding.UTF8, "application/json")), HttpStatusCode.NotFound, "cannot be changed so");
    }

    [Fact]
    public async Task What_drove_an_object_that_was_deleted_meanwhile_is_kept()
    {
        var scene = await SceneWithBox();
        (await server.Edit(scene, 1, """{"edit":"deleteObjects","objects":[1]}""")).EnsureSuccessStatusCode();
        await Refused(await Post($"/api/scenes/{scene}/takes", Hand()), HttpStatusCode.BadRequest, "");
        (await Kept(scene, Hand()[..^1] + ""","objectName":"Boat"}""")).GetProperty("objectName").GetString().ShouldBe("Boat");
    }

    [Theory]
    [InlineData("""{"object":9,"start":1,"speed":1,"channels":["position.x"],"seconds":[0],"values":[[1]]}""", "9")]
    [InlineData("""{"object":1,"start":1,"speed":0,"channels":["position.x"],"seconds":[0],"values":[[1]]}""", "speed")]
    [InlineData("""{"object":1,"start":1e300,"speed":1,"channels":["position.x"],"seconds":[0],"values":[[1]]}""", "out of reach")]
    [InlineData("""{"object":1,"start":1,"speed":1,"channels":["nothing"],"seconds":[0],"values":[[1]]}""", "nothing")]
    [InlineData("""{"object":1,"start":1,"speed":1,"channels":["position.x"],"seconds":[],"values":[[]]}""", "nothing was recorded")]
    [InlineData("""{"object":1,"start":1,"speed":1,"channels":["position.x"],"seconds":[0,1],"values":[[1]]}""", "a value for each sample")]
    [InlineData("""{"object":1,"start":1,"speed":1,"channels":["position.x"],"seconds":[0,99999],"values":[[1,2]]}""", "3600")]
    public async Task Nonsense_is_refused_and_nothing_is_kept(string take, string words)
    {
        var scene = await SceneWithBox();
        await Refused(await Post($"/api/scenes/{scene}/takes", take), HttpStatusCode.BadRequest, words);
        (await List(scene)).ShouldBeEmpty();
    }

    [Fact]
    public async Task It_becomes_keys_as_was_told_and_undo_takes_them_back()
    {
        var scene = await SceneWithBox();
        var id = (await Kept(scene, Hand(values: "[[0,4,0,-4]]"))).GetProperty("id").GetInt64();
        var tab = await Tab.Open(server, scene, "me", "Ada");
        var takes = $$"""{"object":1,"parts":[{"take":{{id}}}]}""";
        var told = await RunningServer.Json((await Post($"/api/scenes/{scene}/takes/told", takes)).EnsureSuccessStatusCode());
        told.GetProperty("keys").GetInt32().ShouldBe(4);
        told.GetProperty("name").GetString().ShouldBe("Take 1");
        var edit = $$"""{"edit":"landTakes","takes":{{takes}}}""";
        await tab.Try(edit);
        (await Seen(scene, "position.x", 22)).ShouldBe(0);
        await tab.DropTry();
        (await tab.Hub.Edit(scene, 1, edit)).Title.ShouldBe("Take 1 on Boat");
        (await Seen(scene, "position.x", 22)).ShouldBe(4, 1e-9);
        (await Seen(scene, "position.x", 28)).ShouldBe(2, 1e-9);
        (await Seen(scene, "position.x", 9)).ShouldBe(0);
        (await Seen(scene, "position.x", 47)).ShouldBe(0);
        await tab.Hub.InvokeAsync<KeptMessage>("Undo", scene, 2L);
        (await Seen(scene, "position.x", 22)).ShouldBe(0);
        (await List(scene)).Length.ShouldBe(1);
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task Takes_of_another_scene_or_that_are_gone_are_refused()
    {
        var (scene, other) = (await SceneWithBox(), await SceneWithBox());
        var id = (await Kept(scene, Hand())).GetProperty("id").GetInt64();
        await Refused(await Post($"/api/scenes/{other}/takes/told", $$"""{"object":1,"parts":[{"take":{{id}}}]}"""), HttpStatusCode.BadRequest, "another scene");
        await Refused(await Post($"/api/scenes/{scene}/takes/told", """{"object":1,"parts":[]}"""), HttpStatusCode.BadRequest, "choose 1 to");
        await Refused(await Post($"/api/scenes/{scene}/takes/told", """{"object":1,"parts":[null]}"""), HttpStatusCode.BadRequest, "empty place");
        await Refused(await Post($"/api/scenes/{scene}/takes/told", """{"object":1,"parts":[{"take":987654}]}"""), HttpStatusCode.NotFound, "no such take");
        await Refused(await Post($"/api/scenes/{scene}/takes/told", $$"""{"object":1,"parts":[{"take":{{id}}},{"take":{{id}}}]}"""), HttpStatusCode.BadRequest, "takes over");
        var hub = await server.Connect();
        await hub.OpenScene(scene);
        (await Should.ThrowAsync<HubException>(() => hub.Edit(scene, 1, """{"edit":"landTakes","takes":{"object":1,"parts":[]}}"""))).Message.ShouldContain("choose 1 to");
        (await Should.ThrowAsync<HubException>(() => hub.Edit(scene, 1, """{"edit":"landTakes","takes":{"object":1,"parts":[{"take":987654}]}}"""))).Message.ShouldContain("no such take");
        (await Should.ThrowAsync<HubException>(() => hub.Edit(scene, 1, """{"edit":"landTakes"}"""))).Message.ShouldContain("landTakes");
        await hub.DisposeAsync();
    }

    /// <summary>A device that sends a pose every 120th of a second until it is let go; it moves along x by a length a second.</summary>
    private sealed class Sender : IAsyncDisposable
    {
        private readonly CancellationTokenSource _stop = new();
        private readonly Task _sending;

        public Sender(int port, string name, Func<int, bool> isLost) => _sending = Task.Run(async () =>
        {
            using var socket = new UdpClient();
            var start = System.Diagnostics.Stopwatch.StartNew();
            for (var i = 0; !_stop.IsCancellationRequested; i++)
            {
                if (isLost(i)) continue;
                while (start.Elapsed.TotalSeconds < i / 120.0) await Task.Delay(1);
                await socket.SendAsync(PoseMessage.Write(name, new TrackedPose(i, 500 + i / 120.0, 0, new(i / 120.0, 0, 0), new Quaternion(1, 0, 0, 0))), "127.0.0.1", port);
            }
        });

        public async ValueTask DisposeAsync()
        {
            await _stop.CancelAsync();
            await _sending;
            _stop.Dispose();
        }
    }

    private static async Task<T> Until<T>(Func<Task<T>> read, Func<T, bool> holds)
    {
        while (true)
        {
            var now = await read();
            if (holds(now)) return now;
            Patience.ThrowIfCancellationRequested();
            await Task.Delay(10, Patience);
        }
    }

    private async Task<HubConnection> Bound(long scene, string device, bool goesOn = true)
    {
        var hub = await server.Connect();
        await hub.OpenScene(scene);
        await Until(() => hub.InvokeAsync<TrackerMessage[]>("Devices"), all => all.Any(each => each.Name == device));
        await hub.InvokeAsync("Bind", scene, device, 1, true, false, 2.0, goesOn, 1.0);
        return hub;
    }

    /// <summary>Where a take goes: frames, and x on each.</summary>
    private async Task<(double[] Frames, double[] X)> Course(long take)
    {
        var course = await RunningServer.Json(await server.Http.GetAsync($"/api/takes/{take}/course?places=1000"));
        return ([.. course.GetProperty("frames").EnumerateArray().Select(each => each.GetDouble())], [.. course.GetProperty("values")[0].EnumerateArray().Select(each => each.GetDouble())]);
    }

    [Fact]
    public async Task A_device_is_seen_live_and_recorded_and_what_is_missing_is_marked()
    {
        var scene = await SceneWithBox();
        var port = server.Service<TrackerListener>().Port;
        // Half a second is missing, and one more pose.
        await using var sender = new Sender(port, "wand", i => i % 240 is >= 120 and < 180 or 10);
        var hub = await Bound(scene, "wand");
        var live = new TaskCompletionSource<TrackedMessage>(TaskCreationOptions.RunContinuationsAsynchronously);
        hub.On<TrackedMessage>("tracked", message => live.TrySetResult(message));
        (await live.Task.WaitAsync(Patience)).Channels.ShouldBe(["position.x", "position.y", "position.z"]);
        var start = await hub.InvokeAsync<double>("TrackerClock");
        await hub.InvokeAsync("Record", scene, start, 1.0, 1L, 240L, 0.5, false, false);
        await Until(() => hub.InvokeAsync<double>("TrackerClock"), now => now > start + 3.2);
        (await hub.InvokeAsync<int>("EndRecord", start + 3, true)).ShouldBe(1);
        var take = (await List(scene)).ShouldHaveSingleItem();
        take.GetProperty("device").GetString().ShouldBe("wand");
        take.GetProperty("samples").GetInt64().ShouldBeInRange(150, 300);
        take.GetProperty("seconds").GetDouble().ShouldBe(1.5, 0.3);
        take.GetProperty("lost").GetInt64().ShouldBeGreaterThanOrEqualTo(60);
        take.GetProperty("gaps").GetArrayLength().ShouldBeInRange(1, 3);
        // It moves evenly, twice as far as the device, in half the time; through the gap as well. By when each pose came, a
        // machine that is held up has some late, but none before another; by the device's own clock all are where they belong.
        var id = take.GetProperty("id").GetInt64();
        var (_, came) = await Course(id);
        came.ShouldBeInOrder();
        (await server.Http.PutAsync($"/api/takes/{id}/clock", new StringContent("""{"byStamps":true}""", Encoding.UTF8, "application/json"))).EnsureSuccessStatusCode();
        var (frames, x) = await Course(id);
        for (var i = 1; i < frames.Length; i++) (x[i] - x[0]).ShouldBe((frames[i] - frames[0]) / 24 * 4, 0.01);
        await hub.InvokeAsync("Unbind");
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task What_came_before_the_page_said_that_it_plays_belongs_to_the_take()
    {
        var scene = await SceneWithBox();
        await using var sender = new Sender(server.Service<TrackerListener>().Port, "late", _ => false);
        var hub = await Bound(scene, "late");
        var start = await hub.InvokeAsync<double>("TrackerClock");
        await Until(() => hub.InvokeAsync<double>("TrackerClock"), now => now > start + 1.5);
        await hub.InvokeAsync("Record", scene, start, 1.0, 1L, 240L, 1.0, false, false);
        (await hub.InvokeAsync<int>("EndRecord", start + 1.5, true)).ShouldBe(1);
        var take = (await List(scene)).ShouldHaveSingleItem();
        // All of a second and a half came before; a slow host may hold some of it up.
        take.GetProperty("first").GetDouble().ShouldBeLessThan(13);
        take.GetProperty("samples").GetInt64().ShouldBeGreaterThan(60);
        await hub.InvokeAsync("Unbind");
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Each_time_through_is_a_take_and_a_tab_that_goes_leaves_what_came()
    {
        var scene = await SceneWithBox();
        await using var sender = new Sender(server.Service<TrackerListener>().Port, "rig", _ => false);
        var hub = await Bound(scene, "rig", goesOn: false);
        var start = await hub.InvokeAsync<double>("TrackerClock");
        // Half a second each time.
        await hub.InvokeAsync("Record", scene, start, 1.0, 1L, 12L, 1.0, true, true);
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync("Record", scene, start, 1.0, 1L, 12L, 1.0, true, true))).Message.ShouldContain("recorded already");
        await Until(() => List(scene), takes => takes.Length >= 2);
        await hub.DisposeAsync();
        var takes = await Until(() => List(scene), all => all.Length >= 3);
        foreach (var take in takes[1..]) take.GetProperty("seconds").GetDouble().ShouldBe(0.5, 0.1);
        // By its own clock, which is past 500 seconds.
        takes[0].GetProperty("first").GetDouble().ShouldBeGreaterThan(500 * 24);
        (await server.Http.PutAsync($"/api/takes/{takes[1].GetProperty("id").GetInt64()}/clock", new StringContent("""{"byStamps":false}""", Encoding.UTF8, "application/json"))).EnsureSuccessStatusCode();
        (await List(scene))[1].GetProperty("first").GetDouble().ShouldBe(1, 1);
    }

    [Fact]
    public async Task What_is_not_heard_of_cannot_be_bound_and_what_is_not_bound_cannot_be_recorded()
    {
        var scene = await SceneWithBox();
        var hub = await server.Connect();
        await hub.OpenScene(scene);
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync("Bind", scene, "nobody", 1, true, true, 1.0, true, 1.0))).Message.ShouldContain("nothing is heard of nobody");
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync("Record", scene, 0.0, 1.0, 1L, 12L, 1.0, true, true))).Message.ShouldContain("bind a device");
        (await hub.InvokeAsync<int>("EndRecord", 1.0, true)).ShouldBe(0);
        await hub.DisposeAsync();
    }
}
