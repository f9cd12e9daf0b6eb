using System.Threading.Channels;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

/// <summary>Desks and the screens that follow them.</summary>
public sealed class ScreenTests(RunningServer server) : IClassFixture<RunningServer>, IAsyncDisposable
{
    private readonly List<HubConnection> _open = [];

    private sealed record Page(HubConnection Hub, ChannelReader<object> Heard)
    {
        public async Task<T> Next<T>() => (await Heard.ReadAsync().AsTask().WaitAsync(Tab.Patience)).ShouldBeOfType<T>();
    }

    private sealed record Watched(int Screens);

    private sealed record Left(int Desk);

    private sealed record Reels(long Scene);

    public async ValueTask DisposeAsync()
    {
        foreach (var hub in _open) await hub.DisposeAsync();
    }

    private async Task<Page> Open(string role, params object[] who)
    {
        var hub = new HubConnectionBuilder().WithUrl(new Uri(server.Http.BaseAddress!, "/live/screens")).AddMessagePackProtocol().Build();
        _open.Add(hub);
        var heard = Channel.CreateUnbounded<object>();
        hub.On<int>("watched", screens => heard.Writer.TryWrite(new Watched(screens)));
        hub.On<ShownMessage>("shown", shown => heard.Writer.TryWrite(shown));
        hub.On<int>("left", desk => heard.Writer.TryWrite(new Left(desk)));
        hub.On<long>("reels", scene => heard.Writer.TryWrite(new Reels(scene)));
        await hub.StartAsync();
        await hub.InvokeCoreAsync(role, who);
        return new(hub, heard.Reader);
    }

    private static CastMessage At(double frame) => new(
        new SceneCastMessage(frame, false, 1, 1, "loop", [1, 100], null, [0, 1, 2], [0, 0, 0, 1], 40, 0, "shaded", true, [3], ["position.x"], [7.5], ""), null);

    [Fact]
    public async Task A_screen_hears_what_the_desks_of_its_scene_show_and_no_other()
    {
        var (scene, other) = (await server.AddScene(), await server.AddScene());
        var desk = await Open("Desk", scene, "ada", "Ada");
        (await desk.Next<Watched>()).Screens.ShouldBe(0);
        var elsewhere = await Open("Desk", other, "ben", "Ben");
        (await elsewhere.Next<Watched>()).Screens.ShouldBe(0);
        var screen = await Open("Screen", scene, "ada");
        (await desk.Next<Watched>()).Screens.ShouldBe(1);
        await elsewhere.Hub.InvokeAsync("Cast", At(5));
        await desk.Hub.InvokeAsync("Cast", At(12));
        var shown = await screen.Next<ShownMessage>();
        (shown.Name, shown.IsSelf, shown.Cast.Scene!.Frame, shown.Cast.Scene.Values[0]).ShouldBe(("Ada", true, 12, 7.5));
        await desk.Hub.StopAsync();
        (await screen.Next<Left>()).Desk.ShouldBe(shown.Desk);
        await screen.Hub.StopAsync();
        elsewhere.Heard.TryRead(out _).ShouldBeFalse();
    }

    [Fact]
    public async Task A_desk_and_a_screen_that_come_at_once_know_of_each_other()
    {
        // As they do once the server is back: whoever is first, in the end the desk knows that it is looked at.
        for (var round = 1; round <= 300; round++)
        {
            var (scene, other) = (await server.AddScene(), round % 2 + 1);
            var desk = await Open("Desk", other, "ada", "Ada");
            var screen = await Open("Screen", other + 2, "ada");
            await Task.WhenAll(Task.Run(() => desk.Hub.InvokeAsync("Desk", scene, "ada", "Ada")), Task.Run(() => screen.Hub.InvokeAsync("Screen", scene, "ada")));
            // Another screen comes, so that there is something to be told after whatever the two were.
            var second = await Open("Screen", scene, "ben");
            var told = new List<int>();
            while (told.LastOrDefault() != 2) told.Add((await desk.Next<Watched>()).Screens);
            told[^2].ShouldBe(1, $"round {round}: {string.Join(", ", told)}");
            foreach (var page in new[] { desk, screen, second }) await page.Hub.DisposeAsync();
        }
    }

    [Fact]
    public async Task A_slow_screen_misses_what_is_past_and_not_what_is()
    {
        var scene = await server.AddScene();
        var desk = await Open("Desk", scene, "ada", "Ada");
        var screen = await Open("Screen", scene, "ben");
        for (var frame = 1; frame <= 2000; frame++) await desk.Hub.SendAsync("Cast", At(frame));
        var last = 0.0;
        while (last < 2000)
        {
            var shown = await screen.Next<ShownMessage>();
            shown.IsSelf.ShouldBeFalse();
            shown.Cast.Scene!.Frame.ShouldBeGreaterThan(last);
            last = shown.Cast.Scene.Frame;
        }
    }

    [Fact]
    public async Task What_is_no_cast_is_refused()
    {
        var scene = await server.AddScene();
        var desk = await Open("Desk", scene, "ada", "Ada");
        var cast = At(1).Scene!;
        foreach (var wrong in (CastMessage[])[
            new(null, null), new(cast with { Frame = double.NaN }, null), new(cast with { Values = [] }, null), new(cast with { Position = [1, 2] }, null), new(cast with { Channels = null! }, null),
            new(cast with { Shading = new string('x', 100) }, null), new(cast with { Tried = new string('x', 1_000_001) }, null),
            new(cast with { Objects = new int[4000], Channels = [.. Enumerable.Repeat("x", 4000)], Values = new double[4000] }, null)])
            await Should.ThrowAsync<HubException>(() => desk.Hub.InvokeAsync("Cast", wrong));
        var screen = await Open("Screen", scene, "ada");
        (await Should.ThrowAsync<HubException>(() => screen.Hub.InvokeAsync("Cast", At(1)))).Message.ShouldContain("no desk");
        await Should.ThrowAsync<HubException>(() => Open("Desk", scene, "no mark at all!", "Ada"));
    }

    [Fact]
    public async Task Desks_hear_when_reels_of_their_scene_are_others()
    {
        var scene = await server.AddScene();
        var desk = await Open("Desk", scene, "ada", "Ada");
        (await desk.Next<Watched>()).Screens.ShouldBe(0);
        (await server.Http.PostAsync($"/api/scenes/{scene}/reels/give-back", null)).EnsureSuccessStatusCode();
        (await desk.Next<Reels>()).Scene.ShouldBe(scene);
    }
}
