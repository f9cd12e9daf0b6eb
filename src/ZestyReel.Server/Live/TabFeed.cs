using System.Collections.Immutable;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core.Changes;
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
    /// <summary>A change of more rows may make a scene too wide for the chunks that it was opened with.</summary>
    private const int ManyRows = 500;

    /// <summary>When more keys than these are seen at other times, that is told after the picture, when no other try has come for a while.</summary>
    private const int ManyKeys = 10_000;

    private static readonly TimeSpan HandRests = TimeSpan.FromMilliseconds(400);

    private readonly IClientProxy _tab;
    private readonly SceneUse _use;
    private readonly Work _work;
    private readonly Func<Reach> _reach;
    private readonly CancellationTokenSource _closed = new();
    private readonly SemaphoreSlim _sending = new(1), _changed = new(0);
    private readonly Lock _turn = new();
    private readonly List<(long Revision, TaskCompletionSource Told)> _waiting = [];
    private readonly TaskCompletionSource _opened = new(TaskCreationOptions.RunContinuationsAsynchronously);
    private List<Kept> _pending = [];
    private readonly TabFrames _frames;
    private readonly TabAsks _asks;
    private SceneState _told;
    /// <summary>What the tab shows: what it has been told, or what it tries.</summary>
    private Scene _shown;
    private ImmutableDictionary<ObjectId, ImmutableArray<string>> _speeds = TabFrames.NoSpeeds;

    public TabFeed(IClientProxy tab, SceneUse use, Origin who, Work work, Func<Reach> reach)
    {
        (_tab, _use, Who, _work, _reach) = (tab, use, who, work, reach);
        People = new TabPeople(tab, use.Session.Id);
        _told = use.State;
        _shown = _told.Scene;
        _frames = new TabFrames(Chunks.For(_shown));
        _asks = new TabAsks(_frames.Chunks);
        use.Session.Changed += Note;
        // What came between the look and the listening.
        if (use.State != _told) Note(use.Session, new Kept(_told, use.State, new SceneChange([]), "", Origin.Nobody));
    }

    /// <summary>Whose tab it is.</summary>
    public Origin Who { get; set; }

    /// <summary>Who is at the other tabs.</summary>
    public TabPeople People { get; }

    /// <summary>A number of this tab, and the colour that the others see it in.</summary>
    public (int Number, int Colour) Mark { get; init; }

    /// <summary>Where the person stands; null until they have said it.</summary>
    public (double Frame, ImmutableArray<int> Objects)? Standing { get; set; }

    public long Scene => _use.Session.Id;

    /// <summary>What is locked at this tab: no edit of it touches these.</summary>
    public ImmutableHashSet<ObjectId> Locked { get; set; } = [];

    /// <summary>Sends the whole scene; every change after it follows in its order.</summary>
    /// <exception cref="OperationCanceledException">The tab is gone, or opens something else.</exception>
    public async Task Start(CancellationToken stop)
    {
        using var own = CancellationTokenSource.CreateLinkedTokenSource(stop, _closed.Token);
        Opening? scene = null;
        await InTurn(async () =>
        {
            var first = await _work.Quick.Run(Scene, token => (scene = new Opening(_told)).First(Scene, _use.Session.MadeAt, _reach(), _frames.Chunks, token), own.Token);
            _frames.Take(new SampleAsk(0, scene!.Seen, IsAhead: false, []), withStills: true);
            await _tab.SendAsync("opened", first, own.Token);
        }, own.Token);
        for (var part = 0; part < scene!.More; part++)
        {
            var number = part;
            var rows = await _work.Quick.Run(Scene, _ => scene.Part(Scene, number), own.Token);
            await _tab.SendAsync("more", rows, own.Token);
        }
        _opened.TrySetResult();
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

    /// <summary>Sends samples of frames; from now on changes bring new samples of these.</summary>
    /// <exception cref="OperationCanceledException">The tab is gone, or wants something else more.</exception>
    public async Task Sample(SampleAsk ask, CancellationToken stop)
    {
        ask.Checked(_frames.Chunks);
        using var own = CancellationTokenSource.CreateLinkedTokenSource(stop, _closed.Token);
        _frames.Near = ask.IsAhead ? _frames.Near : ask.Frames.First;
        _asks.Begin(ask, own);
        try
        {
            var (scene, line, withStills) = (_shown, ask.IsAhead ? _work.Long : _work.Looked, !_frames.AreStillsTold);
            var piece = await line.Run(Scene, token => TabFrames.Whole(scene, ask.Frames, _speeds, withStills, token, ask.IsAhead ? Work.LongHands : -1), own.Token);
            await InTurn(async () =>
            {
                // The scene went on while this was worked out.
                var isOld = !ReferenceEquals(_shown, scene) && !Renewal.Of(SceneChange.Between(scene, _shown), scene, _shown, _speeds).IsEmpty;
                if (isOld || !withStills && !_frames.AreStillsTold)
                    piece = await line.Run(Scene, token => TabFrames.Whole(_shown, ask.Frames, _speeds, withStills = true, token), own.Token);
                _frames.Take(ask, withStills);
                await _tab.SendAsync("sampled", new SamplesMessage([], [piece]), _closed.Token);
            }, own.Token);
        }
        finally
        {
            _asks.End(own);
        }
    }

    /// <summary>Shows what an edit would give, told as the difference to what is shown.</summary>
    public async Task Try(Func<Scene, Scene> edit, CancellationToken stop)
    {
        // A difference says nothing to a tab that has not heard all.
        await _opened.Task.WaitAsync(stop);
        await InTurn(() => Show(() => edit(_told.Scene), isBack: false, stop), stop);
    }

    /// <summary>Shows what is kept, where something else was tried.</summary>
    public Task DropTry(CancellationToken stop) => InTurn(() => ReferenceEquals(_shown, _told.Scene) ? Task.CompletedTask : Show(() => _told.Scene, isBack: true, stop), stop);

    /// <summary>From now on the speeds of some channels come along with the samples; those of the frames that the tab has come at once.</summary>
    public Task SendSpeeds(ImmutableDictionary<ObjectId, ImmutableArray<string>> speeds, CancellationToken stop) => InTurn(async () =>
    {
        _speeds = speeds;
        var now = _shown;
        var targets = speeds.Where(each => now.Objects.ContainsKey(each.Key)).Select(each =>
        {
            var thing = now.Object(each.Key);
            return new StaleTarget(new SampleTarget(thing, [.. each.Value.Select(name => thing.Spec(name, "channels"))]) { Speeds = each.Value }, TickInterval.All);
        }).ToList();
        var samples = await _work.Quick.Run(Scene, token => _frames.Renewed(new Renewal(now, targets, [], WithFlow: false), TabFrames.WithChange, speeds, token), stop);
        await _tab.SendAsync("sampled", samples, _closed.Token);
    }, stop);

    private async Task Show(Func<Scene> make, bool isBack, CancellationToken stop)
    {
        var isMuch = false;
        var (next, message) = await _work.Quick.Run(Scene, token =>
        {
            var next = make();
            var change = SceneChange.Between(_shown, next);
            isMuch = change.ChangesTime && next.KeyCount() > ManyKeys;
            var samples = _frames.Renewed(Renewal.Of(change, _shown, next, _speeds), TabFrames.WithTry, _speeds, token);
            return (next, new TriedMessage(isBack, SceneWire.Rows(change, _shown, next, withPlayed: !isMuch), samples));
        }, stop);
        _shown = next;
        await _tab.SendAsync("tried", message, _closed.Token);
        if (isMuch) _ = TellPlayed(next);
    }

    /// <summary>Tells when the keys of a scene are seen, once the hand rests: of many keys that would hold up the picture.</summary>
    private async Task TellPlayed(Scene scene)
    {
        try
        {
            await Task.Delay(HandRests, _closed.Token);
            await InTurn(async () =>
            {
                if (!ReferenceEquals(_shown, scene)) return;
                var rows = await _work.Quick.Run(Scene, _ => SceneWire.Played(scene), _closed.Token);
                await _tab.SendAsync("tried", new TriedMessage(ReferenceEquals(scene, _told.Scene), rows, SamplesMessage.Nothing), _closed.Token);
            }, _closed.Token);
        }
        catch (OperationCanceledException)
        {
            // The tab is gone.
        }
    }

    /// <summary>What the tab hears is sent one after the other.</summary>
    private async Task InTurn(Func<Task> send, CancellationToken stop)
    {
        await _sending.WaitAsync(stop);
        try
        {
            await send();
        }
        finally
        {
            _sending.Release();
        }
    }

    public void Dispose()
    {
        _use.Session.Changed -= Note;
        _closed.Cancel();
        _opened.TrySetCanceled();
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
                await InTurn(SendNext, _closed.Token);
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
        // What others do is told apart from what this tab tries.
        if (!ReferenceEquals(_shown, before.Scene) && made.Any(each => each.By.Window is null || each.By.Window != Who.Window))
            await Show(() => before.Scene, isBack: true, _closed.Token);
        var message = await _work.Quick.Run(Scene, stop => Message(before, after, made, stop), _closed.Token);
        _shown = after.Scene;
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
        var change = made.Count == 1 && made[0].Before == before && ReferenceEquals(_shown, before.Scene) && !made[0].Change.IsEmpty
            ? made[0].Change
            : SceneChange.Between(_shown, after.Scene);
        // Rare enough: the tab opens the scene again.
        if (change.Rows.Length > ManyRows && Chunks.For(after.Scene).Length * 4 <= _frames.Chunks.Length) throw new InvalidOperationException("The scene has outgrown its chunks.");
        var same = SameHistory(before, after);
        return new ChangeMessage(
            Scene, before.Revision, after.Revision, HistoryNote.Of(after, _reach()),
            same, [.. after.History.Skip(same - after.Floor).Select(HistoryMessage.Of)],
            [.. made.Where(each => each.Title.Length > 0).Select(each => new MadeMessage(each.Title, each.By.Window, each.By.Name))],
            SceneWire.Rows(change, _shown, after.Scene), _frames.Renewed(Renewal.Of(change, _shown, after.Scene, _speeds), TabFrames.WithChange, _speeds, stop));
    }

    /// <summary>Up to which edit both histories are the same; edits are only ever added, or dropped from the end or the start.</summary>
    private static int SameHistory(SceneState before, SceneState after)
    {
        var last = Math.Min(before.Last, after.Last);
        while (last > Math.Max(before.Floor, after.Floor) && !ReferenceEquals(before.Entry(last), after.Entry(last))) last--;
        return Math.Max(last, after.Floor);
    }
}
