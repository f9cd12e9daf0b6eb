using System.Collections.Immutable;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

namespace ZestyReel.Server.Live;

/// <summary>
/// What one tab is told of its scene. The tab is behind the scene by as much as has not been sent; what is sent next is
/// the difference between what it knows and what is now, however many changes that were. So a tab that reads slowly
/// costs one message's room, and never falls out of step.
/// </summary>
internal sealed class TabFeed : IDisposable
{
    private static readonly Scene Nothing = Core.Scenes.Scene.Empty("-") with { Settings = Core.Scenes.Scene.Empty("-").Settings with { Name = "" } };

    private readonly IClientProxy _tab;
    private readonly SceneUse _use;
    private readonly Work _work;
    private readonly Func<Reach> _reach;
    private readonly CancellationTokenSource _closed = new();
    private readonly SemaphoreSlim _sending = new(1), _changed = new(0);
    private readonly Lock _turn = new();
    private readonly List<(long Revision, TaskCompletionSource Told)> _waiting = [];
    private List<Kept> _pending = [];
    private SceneState _told;
    private CancellationTokenSource? _watching;

    public TabFeed(IClientProxy tab, SceneUse use, Origin who, Work work, Func<Reach> reach)
    {
        (_tab, _use, Who, _work, _reach) = (tab, use, who, work, reach);
        _told = use.State;
        use.Session.Changed += Note;
        // What came between the look and the listening.
        if (use.State != _told) Note(use.Session, new Kept(_told, use.State, new SceneChange([]), "", Origin.Nobody));
    }

    /// <summary>Whose tab it is.</summary>
    public Origin Who { get; }

    public long Scene => _use.Session.Id;

    /// <summary>The frames that it has samples of; null before it has asked.</summary>
    public FrameRange? Frames { get; private set; }

    /// <summary>The channels whose speeds it is sent.</summary>
    public ImmutableDictionary<ObjectId, ImmutableArray<string>> Speeds { get; set; } = ImmutableDictionary<ObjectId, ImmutableArray<string>>.Empty;

    /// <summary>What it tried last, and on which revision.</summary>
    public (long Revision, Scene Scene)? Tried { get; set; }

    /// <summary>Sends the whole scene; every change after it follows in its order.</summary>
    public async Task Start(CancellationToken stop)
    {
        var message = await _work.Quick.Run(Scene, _ => new SceneMessage(
            Scene, _told.Revision, HistoryNote.Of(_told, _reach()), [.. _told.History.Select(HistoryMessage.Of)],
            SceneWire.Rows(SceneChange.Between(Nothing, _told.Scene), _told.Scene)), stop);
        await _tab.SendAsync("opened", message, stop);
        _ = Task.Run(Pump, CancellationToken.None);
    }

    /// <summary>Completes when the tab has been sent the change that made a revision.</summary>
    public Task Until(long revision)
    {
        lock (_turn)
        {
            if (_told.Revision >= revision) return Task.CompletedTask;
            var told = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
            _waiting.Add((revision, told));
            return told.Task;
        }
    }

    /// <summary>Sends samples of frames, as many as there is room for; from now on changes bring new samples of these.</summary>
    /// <param name="wanted">The frames.</param>
    /// <param name="near">The frame that is wanted most.</param>
    /// <param name="stop">The tab is gone.</param>
    /// <returns>The frames that were sampled.</returns>
    /// <exception cref="OperationCanceledException">The tab is gone, or has asked for other frames meanwhile.</exception>
    public async Task<FrameRange> Watch(FrameRange wanted, long near, CancellationToken stop)
    {
        using var newest = CancellationTokenSource.CreateLinkedTokenSource(stop, _closed.Token);
        lock (_turn)
        {
            _watching?.Cancel();
            _watching = newest;
        }
        try
        {
            return await Watch(wanted, near, newest);
        }
        finally
        {
            lock (_turn)
                if (_watching == newest) _watching = null;
        }
    }

    private async Task<FrameRange> Watch(FrameRange wanted, long near, CancellationTokenSource newest)
    {
        var scene = _told.Scene;
        var frames = SampleBudget.Fitted(scene, wanted, near);
        var blocks = await _work.Long.Run(Scene, token => SceneWire.Blocks(
            scene, WithSpeeds([.. scene.Objects.Values.Select(SampleTarget.All)]), [.. scene.PlacedClips.Values], frames, withFlow: true, token, Work.LongHands), newest.Token);
        await _sending.WaitAsync(newest.Token);
        try
        {
            // The scene went on while this was worked out; what that made stale is worked out again.
            var now = _told.Scene;
            var since = SceneChange.Between(scene, now);
            if (!since.IsEmpty)
            {
                var correct = await _work.Quick.Run(Scene, token => SceneWire.Blocks(
                    now, WithSpeeds(since.Stale(now)), since.StaleClips(now), frames, since.ChangesTime, token), newest.Token);
                blocks = [.. blocks, .. correct];
            }
            Frames = frames;
            await _tab.SendAsync("sampled", new SampledMessage(frames.First, frames.Last, blocks), newest.Token);
            return frames;
        }
        finally
        {
            _sending.Release();
        }
    }

    /// <summary>Sends the speeds of the channels that are looked at.</summary>
    public async Task SendSpeeds(CancellationToken stop)
    {
        await _sending.WaitAsync(stop);
        try
        {
            if (Frames is not { } frames) return;
            var now = _told.Scene;
            var targets = Speeds.Where(each => now.Objects.ContainsKey(each.Key)).Select(each =>
            {
                var thing = now.Object(each.Key);
                return new SampleTarget(thing, [.. each.Value.Select(name => thing.Spec(name, "channels"))]) { Speeds = each.Value };
            }).ToList();
            var blocks = await _work.Quick.Run(Scene, token => SceneWire.Blocks(now, targets, [], frames, withFlow: false, token), stop);
            await _tab.SendAsync("sampled", new SampledMessage(frames.First, frames.Last, blocks), stop);
        }
        finally
        {
            _sending.Release();
        }
    }

    /// <summary>What is to be sampled, with the speeds that the tab looks at.</summary>
    public IReadOnlyList<SampleTarget> WithSpeeds(IReadOnlyList<SampleTarget> targets) => Speeds.IsEmpty
        ? targets
        : [.. targets.Select(t => Speeds.TryGetValue(t.Object.Id, out var channels) ? t with { Speeds = channels } : t)];

    public void Dispose()
    {
        _use.Session.Changed -= Note;
        _closed.Cancel();
        LetGo();
        _use.Dispose();
    }

    // Nobody is to wait for what will not be sent.
    private void LetGo()
    {
        lock (_turn)
        {
            foreach (var (_, told) in _waiting) told.TrySetResult();
            _waiting.Clear();
        }
    }

    // The session is held while this runs.
    private void Note(SceneSession session, Kept kept)
    {
        // The change is kept: only what is to be told of it may be dropped, and then all is told by comparing.
        lock (_turn)
        {
            if (_pending.Count < 64) _pending.Add(kept);
            else _pending = [new Kept(_pending[0].Before, kept.After, new SceneChange([]), "", Origin.Nobody)];
        }
        _changed.Release();
    }

    private async Task Pump()
    {
        try
        {
            while (true)
            {
                await _changed.WaitAsync(_closed.Token);
                await _sending.WaitAsync(_closed.Token);
                try
                {
                    await SendNext();
                }
                finally
                {
                    _sending.Release();
                }
            }
        }
        catch (Exception) when (_closed.IsCancellationRequested)
        {
        }
        catch (Exception)
        {
            // What cannot be told in steps is told as a whole: the tab opens the scene again.
            LetGo();
            await _tab.SendAsync("lost", Scene);
        }
    }

    private async Task SendNext()
    {
        List<Kept> made;
        lock (_turn)
        {
            (made, _pending) = (_pending, []);
        }
        if (made.Count == 0) return;
        var (before, after) = (_told, made[^1].After);
        var message = await _work.Quick.Run(Scene, stop => Message(before, after, made, stop), _closed.Token);
        await _tab.SendAsync("changed", message, _closed.Token);
        // Only now: whoever waits for it is answered after it.
        lock (_turn)
        {
            _told = after;
            foreach (var (_, told) in _waiting.Where(each => each.Revision <= after.Revision)) told.TrySetResult();
            _waiting.RemoveAll(each => each.Revision <= after.Revision);
        }
    }

    private ChangeMessage Message(SceneState before, SceneState after, List<Kept> made, CancellationToken stop)
    {
        var change = made.Count == 1 && made[0].Before == before && !made[0].Change.IsEmpty ? made[0].Change : SceneChange.Between(before.Scene, after.Scene);
        var blocks = Array.Empty<BlockMessage>();
        if (Frames is { } frames)
        {
            var fitted = SampleBudget.Fitted(after.Scene, frames, frames.First);
            if (fitted != frames) Frames = fitted;
            var (stale, clips) = (change.Stale(after.Scene), change.StaleClips(after.Scene));
            if (stale.Count > 0 || clips.Count > 0 || change.ChangesTime)
                blocks = SceneWire.Blocks(after.Scene, WithSpeeds(stale), clips, fitted, change.ChangesTime, stop);
        }
        var same = SameHistory(before, after);
        return new ChangeMessage(
            Scene, before.Revision, after.Revision, HistoryNote.Of(after, _reach()),
            same, [.. after.History.Skip(same - after.Floor).Select(HistoryMessage.Of)],
            [.. made.Where(each => each.Title.Length > 0).Select(each => new MadeMessage(each.Title, each.By.Window, each.By.Name))],
            SceneWire.Rows(change, after.Scene), blocks, Frames is { } now ? [now.First, now.Last] : null);
    }

    /// <summary>Up to which edit both histories are the same; edits are only ever added, or dropped from the end or the start.</summary>
    private static int SameHistory(SceneState before, SceneState after)
    {
        var last = Math.Min(before.Last, after.Last);
        while (last > Math.Max(before.Floor, after.Floor) && !ReferenceEquals(before.Entry(last), after.Entry(last))) last--;
        return Math.Max(last, after.Floor);
    }
}
