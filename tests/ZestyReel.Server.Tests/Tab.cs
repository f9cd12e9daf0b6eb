using System.Threading.Channels;
using Microsoft.AspNetCore.SignalR.Client;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

/// <summary>A tab on the live line, as a page is one.</summary>
internal sealed record Tab(HubConnection Hub, ChannelReader<ChangeMessage> Changes, SceneMessage Scene)
{
    /// <summary>What this window calls itself.</summary>
    public string Window { get; private init; } = "";

    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    /// <param name="server">Where.</param>
    /// <param name="id">Which scene.</param>
    /// <param name="author">Who; nobody in particular when left out.</param>
    /// <param name="name">What they are called.</param>
    public static async Task<Tab> Open(RunningServer server, long id, string? author = null, string name = "")
    {
        var hub = await server.Connect();
        var changes = Channel.CreateUnbounded<ChangeMessage>();
        hub.On<ChangeMessage>("changed", change => changes.Writer.TryWrite(change));
        var window = Guid.NewGuid().ToString("N");
        if (author is not null) await hub.InvokeAsync("Introduce", author, name, window);
        return new Tab(hub, changes.Reader, await hub.OpenScene(id)) { Window = window };
    }

    public async Task<ChangeMessage> Next() => await Changes.ReadAsync().AsTask().WaitAsync(Patience);
}

internal static class HubCalls
{
    public static Task<SceneMessage> OpenScene(this HubConnection hub, long id) => hub.Heard<SceneMessage>("opened", () => hub.InvokeAsync("Open", id));

    public static async Task<BlockMessage[]> Watch(this HubConnection hub, long id, long first, long last) =>
        (await hub.Heard<SampledMessage>("sampled", () => hub.InvokeAsync("Watch", id, first, last, first))).Blocks;

    public static async Task<BlockMessage[]> WatchSpeeds(this HubConnection hub, long id, int[] objects, string[] channels) =>
        (await hub.Heard<SampledMessage>("sampled", () => hub.InvokeAsync("WatchSpeeds", id, objects, channels))).Blocks;

    public static Task<KeptMessage> Edit(this HubConnection hub, long id, long revision, string edit, string mark = "") =>
        hub.InvokeAsync<KeptMessage>("Edit", id, revision, edit, mark);

    private static async Task<T> Heard<T>(this HubConnection hub, string what, Func<Task> call)
    {
        var heard = new TaskCompletionSource<T>(TaskCreationOptions.RunContinuationsAsynchronously);
        using var _ = hub.On<T>(what, heard.SetResult);
        await call();
        return await heard.Task.WaitAsync(Tab.Patience);
    }
}
