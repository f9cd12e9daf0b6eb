using System.Runtime.InteropServices;
using System.Threading.Channels;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

public class LiveTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const string AddBox = """{"edit":"addObject","kind":"box"}""";
    private const string KeyBox = """{"edit":"keyChannels","frame":10,"values":[{"object":1,"channel":"move.x","value":4}]}""";
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    private async Task<(HubConnection Hub, ChannelReader<ChangeMessage> Changes, SceneMessage Scene)> Open(long id)
    {
        var hub = await server.Connect();
        var changes = Channel.CreateUnbounded<ChangeMessage>();
        hub.On<ChangeMessage>("changed", change => changes.Writer.TryWrite(change));
        return (hub, changes.Reader, await hub.InvokeAsync<SceneMessage>("Open", id));
    }

    [Fact]
    public async Task Every_tab_hears_of_every_edit_and_gets_the_samples_it_watches()
    {
        var id = await server.AddScene();
        var (one, heardOne, _) = await Open(id);
        var (two, heardTwo, _) = await Open(id);
        await one.InvokeAsync<BlockMessage[]>("Watch", id, 1, 20);
        var kept = await one.InvokeAsync<KeptMessage>("Edit", id, 0, AddBox);
        var own = await heardOne.ReadAsync().AsTask().WaitAsync(Patience);
        own.Revision.ShouldBe(1);
        own.Blocks.Single().Channels.ShouldContain("move.x");
        var other = await heardTwo.ReadAsync().AsTask().WaitAsync(Patience);
        other.Rows.Objects.Single().Name.ShouldBe("Box");
        other.Blocks.ShouldBeEmpty();
        kept.Added.ShouldBe([1]);
        await one.DisposeAsync();
        await two.DisposeAsync();
    }

    [Fact]
    public async Task Blocks_are_floats_for_the_frames_asked_for()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        await server.Edit(id, 1, KeyBox);
        await server.Edit(id, 2, KeyBox.Replace("\"frame\":10", "\"frame\":20").Replace("\"value\":4", "\"value\":8"));
        var (hub, _, scene) = await Open(id);
        scene.Rows.Channels.Single().Keys!.Length.ShouldBe(2 * 17);
        scene.History.Length.ShouldBe(3);
        var block = (await hub.InvokeAsync<BlockMessage[]>("Watch", id, 8, 22)).Single();
        var x = Array.IndexOf(block.Channels, "move.x");
        block.Counts[x].ShouldBe(15);
        var samples = MemoryMarshal.Cast<byte, float>(block.Samples.AsSpan())[block.Counts.Take(x).Sum()..];
        samples[0].ShouldBe(4f);
        samples[7].ShouldBe(6f);
        samples[14].ShouldBe(8f);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Trying_an_edit_keeps_nothing()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        var (hub, _, _) = await Open(id);
        await hub.InvokeAsync<BlockMessage[]>("Watch", id, 1, 20);
        var live = await hub.InvokeAsync<LiveMessage>("Try", id, KeyBox);
        live.Rows.Channels.Single().Name.ShouldBe("move.x");
        live.Blocks.Single().Channels.ShouldBe(["move.x"]);
        (await hub.InvokeAsync<SceneMessage>("Open", id)).Revision.ShouldBe(1);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Refusals_come_in_words()
    {
        var id = await server.AddScene();
        var (hub, _, _) = await Open(id);
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync<KeptMessage>("Edit", id, 0, "{}"))).Message.ShouldContain("cannot be read");
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync<KeptMessage>("Edit", id, 7, AddBox))).Message.ShouldContain("no revision 7");
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync<BlockMessage[]>("Watch", id, 1, 90_000))).Message.ShouldContain("8192");
        (await Should.ThrowAsync<HubException>(() => hub.InvokeAsync<SceneMessage>("Open", 987654))).Message.ShouldContain("no scene");
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task Going_through_the_history_undoes_many_at_once()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        for (var i = 0; i < 5; i++)
            await server.Edit(id, 1 + i, $$"""{"edit":"keyChannels","frame":{{i}},"values":[{"object":1,"channel":"move.x","value":{{i}}}]}""");
        var (hub, changes, _) = await Open(id);
        await hub.InvokeAsync<KeptMessage>("GoTo", id, 6, 2);
        (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Channels.Single().Keys!.Length.ShouldBe(17);
        await hub.InvokeAsync<KeptMessage>("GoTo", id, 7, 6);
        (await changes.ReadAsync().AsTask().WaitAsync(Patience)).Rows.Channels.Single().Keys!.Length.ShouldBe(5 * 17);
        await hub.DisposeAsync();
    }

    [Fact]
    public async Task A_foreign_page_gets_no_line()
    {
        var hub = new HubConnectionBuilder().WithUrl(new Uri(server.Address, "/live"), o => o.Headers["Origin"] = "http://harbour.example").Build();
        await Should.ThrowAsync<HttpRequestException>(() => hub.StartAsync());
        await hub.DisposeAsync();
    }
}
