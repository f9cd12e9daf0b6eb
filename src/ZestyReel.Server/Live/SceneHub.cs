using System.Collections.Immutable;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Bvh;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Tables;
using ZestyReel.Server.Recording;
using ZestyReel.Server.Reels;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;
using ZestyReel.Store;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Live;

/// <summary>
/// The live line of a tab: opens a scene, asks for samples, tries edits while the hand drags, and makes them. The tab
/// hears <c>opened</c> and <c>more</c>, then <c>changed</c> for every change, whoever made it, before its own call returns; <c>sampled</c>
/// with samples that it asked for; <c>tried</c> with what it tries; <c>people</c> with who is at the other tabs; <c>gone</c> when the scene is deleted; and <c>lost</c>
/// when it has to open it again.
/// </summary>
public sealed partial class SceneHub(SceneSessions sessions, Tabs tabs, Work work, ReelShelf reels, ReelScenes reelScenes, BroughtFiles<BvhMotion> brought, BroughtFiles<Table> tables, BroughtFiles<IncomingScene> readings, SceneShelf shelf, TakeBook takes, Trackers trackers, TrackerDevices devices) : Hub
{
    /// <summary>Most channels that one call names.</summary>
    public const int MostLanes = 100_000;

    /// <summary>Most frames that are put in words at a time.</summary>
    private const int MostLabels = 8192;

    /// <summary>Of what somebody has selected, others see so many.</summary>
    private const int MostSeen = 100;

    private const string WhoKey = "who";

    private CancellationToken Stop => Context.ConnectionAborted;

    private Origin Who => Context.Items.TryGetValue(WhoKey, out var who) ? (Origin)who! : Origin.Nobody;

    /// <summary>Says who is at this tab.</summary>
    /// <param name="author">The same for all windows of one person.</param>
    /// <param name="name">As people call them; empty where they did not say.</param>
    /// <param name="window">This window.</param>
    public void Introduce(string author, string name, string window)
    {
        var who = Person.Checked(author, name, mark: null, window);
        Context.Items[WhoKey] = who;
        tabs.Introduce(Context.ConnectionId, who);
    }

    /// <summary>Says which frame the person at this tab looks at and what they have selected; the others hear it as <c>people</c>.</summary>
    public void Stand(long scene, double frame, int[] objects)
    {
        if (double.IsNaN(frame)) throw new Refusal("frame", "a frame is a number");
        tabs.Stand(Feed(scene), (double)Frame(frame, "frame"), [.. objects.Take(MostSeen)]);
    }

    /// <summary>Opens a scene at this tab; it is heard as <c>opened</c>, and where it has many keys these follow as <c>more</c>.</summary>
    public Task Open(long scene) => tabs.Open(Context.ConnectionId, scene, Who).Start(Stop);

    /// <summary>
    /// Samples of everything on frames of one chunk, heard as <c>sampled</c>. From now on changes bring new samples of these
    /// frames, until the tab lets go of the chunk. An ask ends earlier ones that nobody waits for any more.
    /// </summary>
    /// <param name="scene">The scene.</param>
    /// <param name="number">Counts this tab's asks.</param>
    /// <param name="first">The first frame.</param>
    /// <param name="last">The last frame, of the same chunk.</param>
    /// <param name="isAhead">Nobody waits for it yet; else the first frame is the one looked at.</param>
    /// <param name="letGo">The numbers of chunks that the tab has forgotten since its last ask.</param>
    public Task Sample(long scene, long number, long first, long last, bool isAhead, long[] letGo) =>
        Feed(scene).Sample(new SampleAsk(number, new FrameRange(first, last), isAhead, [.. letGo]), Stop);

    /// <summary>
    /// Locks objects while somebody works at this tab, in place of those that were: no edit, undo or step of this tab
    /// touches them. Nothing of it is kept or told to others; opening a scene opens all padlocks.
    /// </summary>
    public void Lock(long scene, int[] objects)
    {
        if (objects.Length > MostLanes) throw new Refusal("objects", $"give at most {MostLanes} objects");
        Feed(scene).Locked = objects.Select(id => new ObjectId(id)).ToImmutableHashSet();
    }

    /// <summary>Shows what an edit would give, heard as <c>tried</c>. Nothing is kept.</summary>
    public Task Try(long scene, string edit)
    {
        var feed = Feed(scene);
        return feed.Try(now =>
        {
            var wanted = takes.Read(edit, scene, now);
            var (after, change) = wanted.Changed(now);
            change.RefuseLocked(now, feed.Locked);
            return after;
        }, Stop);
    }

    /// <summary>Shows what is kept again, where something else was tried.</summary>
    public Task DropTry(long scene) => Feed(scene).DropTry(Stop);

    /// <summary>
    /// Makes an edit. Where keys would land on others and nobody has said what to do, or somebody else has changed the
    /// same since that revision, nothing is done, and the answer says so.
    /// </summary>
    /// <param name="scene">The scene.</param>
    /// <param name="revision">The revision that the person saw.</param>
    /// <param name="edit">What to do.</param>
    /// <param name="mark">The sender's own mark of this edit: sent again after a broken line, it is not made twice. May be empty.</param>
    public async Task<KeptMessage> Edit(long scene, long revision, string edit, string mark)
    {
        using var use = sessions.Use(scene);
        var (wanted, by, locked) = (takes.Read(edit, scene, use.State.Scene), Person.Marked(Who, mark), Locked(scene));
        return await Done(scene, revision, wanted, by, locked);
    }

    private async Task<KeptMessage> Done(long scene, long revision, Edit wanted, Origin by, IReadOnlySet<ObjectId>? locked)
    {
        if (!wanted.MayTakeLong()) return await Making(scene, session => session.Apply(wanted, revision, by, locked));
        using var working = new Working(Context.ConnectionId, Clients.Caller, Stop);
        try
        {
            return await Making(scene, session => Task.Run(() => session.Apply(wanted, revision, by, locked, working.Effort)));
        }
        catch (OperationCanceledException)
        {
            throw new Refusal("edit", "Called off; nothing was changed.");
        }
    }

    /// <summary>Calls off an edit of this tab that takes long.</summary>
    public void CallOff() => Working.CallOff(Context.ConnectionId);

    /// <summary>Takes back what the person at this tab did last, and leaves what others did.</summary>
    public Task<KeptMessage> Undo(long scene, long revision) => Making(scene, session => session.Undo(revision, Who, tabs.ReachOf(Who, scene), Locked(scene)));

    /// <summary>Makes again what the person at this tab took back last.</summary>
    public Task<KeptMessage> Redo(long scene, long revision) => Making(scene, session => session.Redo(revision, Who, tabs.ReachOf(Who, scene), Locked(scene)));

    /// <summary>Takes one change back, whoever made it, and leaves those that came since.</summary>
    public Task<KeptMessage> TakeBack(long scene, long revision, int change) => Making(scene, session => session.TakeBack(change, revision, Who, Locked(scene)));

    /// <summary>Goes to a place in the history.</summary>
    public Task<KeptMessage> GoTo(long scene, long revision, int position) => Making(scene, session => session.GoTo(position, revision, Who, Locked(scene)));

    /// <inheritdoc/>
    public override Task OnDisconnectedAsync(Exception? exception)
    {
        trackers.Release(Context.ConnectionId);
        tabs.Close(Context.ConnectionId);
        return Task.CompletedTask;
    }

    internal static KeptMessage Message(Kept kept) => new(
        kept.After.Revision, kept.After.Position, kept.Title,
        [.. kept.Change.Rows.Where(r => r is { Row.Kind: RowKind.Object, Before: null }).Select(r => r.Row.Id)], !kept.Change.IsEmpty);

    private ImmutableHashSet<ObjectId>? Locked(long scene) => tabs.Of(Context.ConnectionId, scene)?.Locked;

    private TabFeed Feed(long scene) => tabs.Of(Context.ConnectionId, scene) ?? throw new Refusal("scene", "open the scene first");

    private Task<KeptMessage> Making(long scene, Func<SceneSession, Kept> make) => Making(scene, session => Task.FromResult(make(session)));

    private async Task<KeptMessage> Making(long scene, Func<SceneSession, Task<Kept>> make)
    {
        using var use = sessions.Use(scene);
        KeptMessage Nothing() => new(use.State.Revision, use.State.Position, "", []);
        try
        {
            var kept = await make(use.Session);
            if (tabs.Of(Context.ConnectionId, scene) is { } feed)
            {
                await feed.Until(kept.After.Revision);
                // An edit that changes nothing may end a drag that showed something.
                await feed.DropTry(Stop);
            }
            return Message(kept);
        }
        catch (KeyClash clash)
        {
            return Nothing() with { Clash = new ClashMessage(clash.Count, clash.Frame) };
        }
        catch (Clash taken)
        {
            return Nothing() with { Taken = new TakenMessage(taken.By, taken.Title) };
        }
        catch (StoreTrouble trouble)
        {
            return Nothing() with { Trouble = trouble.Message };
        }
        catch (TouchesOthers touches)
        {
            return Nothing() with
            {
                Touches = new TouchesMessage((int)touches.Own.Seq - 1, touches.Own.Title, [.. touches.Later.Select(entry => new MadeMessage(entry.Title, null, entry.Name))]),
            };
        }
    }

    private Task<T> Quickly<T>(long scene, Func<SceneState, CancellationToken, T> look) => InLine(work.Quick, scene, (session, stop) => look(session.State, stop));

    private Task<T> Slowly<T>(long scene, Func<SceneState, CancellationToken, T> look) => InLine(work.Long, scene, (session, stop) => look(session.State, stop));

    private Task<T> Walking<T>(long scene, Func<SceneSession, CancellationToken, T> walk) => InLine(work.Long, scene, walk);

    private async Task<T> InLine<T>(WorkQueue line, long scene, Func<SceneSession, CancellationToken, T> look)
    {
        using var use = sessions.Use(scene);
        return await line.Run(scene, stop => look(use.Session, stop), Stop);
    }

    private static decimal Frame(double frame, string place) => Math.Abs(frame) <= FrameRange.FurthestFrame
        ? (decimal)frame
        : throw new Refusal(place, "a frame is out of reach");

    private static IEnumerable<(ObjectId Object, string Channel)> Lanes(int[] objects, string[] channels)
    {
        if (objects.Length != channels.Length) throw new Refusal("channels", "give a channel for each object");
        if (objects.Length > MostLanes) throw new Refusal("channels", $"give at most {MostLanes} channels");
        if (channels.Any(channel => channel is null)) throw new Refusal("channels", "a channel has no name");
        return objects.Zip(channels, (thing, channel) => (new ObjectId(thing), channel));
    }
}
