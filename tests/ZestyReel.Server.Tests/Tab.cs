using System.Threading.Channels;
using Microsoft.AspNetCore.SignalR.Client;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

/// <summary>A tab on the live line, as a page is one.</summary>
internal sealed record Tab(HubConnection Hub, ChannelReader<ChangeMessage> Changes, SceneMessage Scene, TabBook Book)
{
    private long _asks;

    /// <summary>What this window calls itself.</summary>
    public string Window { get; private init; } = "";

    /// <summary>What followed the scene.</summary>
    public IReadOnlyList<MoreMessage> More { get; private init; } = [];

    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    /// <param name="server">Where.</param>
    /// <param name="id">Which scene.</param>
    /// <param name="author">Who; nobody in particular when left out.</param>
    /// <param name="name">What they are called.</param>
    public static async Task<Tab> Open(RunningServer server, long id, string? author = null, string name = "")
    {
        var hub = await server.Connect();
        var changes = Channel.CreateUnbounded<ChangeMessage>();
        TabBook? book = null;
        var more = new List<MoreMessage>();
        var whole = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        hub.On<SceneMessage>("opened", scene =>
        {
            (book = new TabBook(scene.Chunk)).Take(scene.Samples);
            if (scene.More == 0) whole.TrySetResult();
        });
        hub.On<MoreMessage>("more", message =>
        {
            more.Add(message);
            if (message.Left == 0) whole.TrySetResult();
        });
        hub.On<SamplesMessage>("sampled", samples => book!.Take(samples));
        hub.On<TriedMessage>("tried", tried => book!.Take(tried.Samples));
        hub.On<ChangeMessage>("changed", change =>
        {
            book!.Take(change.Samples);
            changes.Writer.TryWrite(change);
        });
        var window = Guid.NewGuid().ToString("N");
        if (author is not null) await hub.InvokeAsync("Introduce", author, name, window);
        var scene = await hub.OpenScene(id);
        await whole.Task.WaitAsync(Patience);
        return new Tab(hub, changes.Reader, scene, book!) { Window = window, More = more };
    }

    public async Task<ChangeMessage> Next() => await Changes.ReadAsync().AsTask().WaitAsync(Patience);

    /// <summary>Asks for frames of one chunk, and has them when this is done.</summary>
    public Task<SamplesMessage> Sample(long first, long last, bool isAhead = false, params long[] letGo) =>
        Hub.Heard<SamplesMessage>("sampled", () => Hub.InvokeAsync("Sample", Scene.Id, ++_asks, first, last, isAhead, letGo));

    public Task<SamplesMessage> WatchSpeeds(int[] objects, string[] channels) =>
        Hub.Heard<SamplesMessage>("sampled", () => Hub.InvokeAsync("WatchSpeeds", Scene.Id, objects, channels));

    public Task<TriedMessage> Try(string edit) => Hub.Heard<TriedMessage>("tried", () => Hub.InvokeAsync("Try", Scene.Id, edit));

    public Task<TriedMessage> DropTry() => Hub.Heard<TriedMessage>("tried", () => Hub.InvokeAsync("DropTry", Scene.Id));
}

internal static class HubCalls
{
    public static Task<SceneMessage> OpenScene(this HubConnection hub, long id) => hub.Heard<SceneMessage>("opened", () => hub.InvokeAsync("Open", id));

    public static Task<KeptMessage> Edit(this HubConnection hub, long id, long revision, string edit, string mark = "") =>
        hub.InvokeAsync<KeptMessage>("Edit", id, revision, edit, mark);

    /// <summary>The next message of a name that comes.</summary>
    public static async Task<T> Next<T>(this HubConnection hub, string what)
    {
        var heard = new TaskCompletionSource<T>(TaskCreationOptions.RunContinuationsAsynchronously);
        using var _ = hub.On<T>(what, message => heard.TrySetResult(message));
        return await heard.Task.WaitAsync(Tab.Patience);
    }

    public static async Task<T> Heard<T>(this HubConnection hub, string what, Func<Task> call)
    {
        var heard = new TaskCompletionSource<T>(TaskCreationOptions.RunContinuationsAsynchronously);
        using var _ = hub.On<T>(what, heard.SetResult);
        await call();
        return await heard.Task.WaitAsync(Tab.Patience);
    }
}
