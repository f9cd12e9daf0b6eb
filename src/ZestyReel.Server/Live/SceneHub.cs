using System.Collections.Immutable;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <summary>
/// The live line of a tab: opens a scene, asks for samples, tries edits while the hand drags, and makes them.
/// The tab hears <c>changed</c> for every change, whoever made it, before its own call returns, and <c>gone</c>
/// when the scene is deleted.
/// </summary>
public sealed class SceneHub(SceneSessions sessions, Watchers watchers) : Hub
{
    /// <summary>Most frames that one call samples.</summary>
    public const int MostFrames = 8192;

    public SceneMessage Open(long scene) => Guarded(() =>
        watchers.Open(Context.ConnectionId, scene).Look((now, revision, position, history) => new SceneMessage(
            scene, revision, position, [.. history.Select(HistoryMessage.Of)],
            SceneWire.Rows(SceneChange.Between(Nothing, now), now))));

    /// <summary>Samples of every channel for a run of frames; from now on changes bring new samples of these frames.</summary>
    public BlockMessage[] Watch(long scene, long first, long last) => Guarded(() =>
    {
        var frames = new FrameRange(first, last).Checked("frames");
        if (frames.Count > MostFrames) throw new Refusal("frames", $"ask for at most {MostFrames} frames at a time");
        return sessions.Get(scene).Look((now, _, _, _) =>
        {
            watchers.Look(Context.ConnectionId, scene, frames);
            var all = watchers.WithSpeeds(Context.ConnectionId, [.. now.Objects.Values.Select(SampleTarget.All)]);
            return SceneWire.Blocks(now, all, [.. now.PlacedClips.Values], frames, withFlow: true);
        });
    });

    /// <summary>Frames as people read them, in one of the ways of showing time.</summary>
    public string[] TimeLabels(long scene, long[] frames, string display) => Guarded(() =>
    {
        if (frames.Length > MostFrames) throw new Refusal("frames", $"ask for at most {MostFrames} frames at a time");
        if (!Enum.TryParse<TimeDisplay>(display, ignoreCase: true, out var way)) throw new Refusal("display", "there is no such way of showing time");
        var rate = sessions.Get(scene).Scene.Rate;
        return Array.ConvertAll(frames, frame => TimeText.Of(rate, frame, way));
    });

    /// <summary>The frame that a typed time means.</summary>
    public double ReadTime(long scene, string text, double present) =>
        Guarded(() => (double)TimeText.FrameOf(sessions.Get(scene).Scene.Rate, text, (decimal)present));

    /// <summary>What an edit would do to keys, range and length. Nothing is kept.</summary>
    public TimeMessage LookAhead(long scene, string edit) => Guarded(() =>
    {
        var told = TimeConsequence.Of(sessions.Get(scene).Scene, EditJson.Read(edit));
        return new TimeMessage(
            told.Keys, told.KeysAfter, told.BetweenFrames, told.BetweenFramesAfter,
            [told.Range.First, told.Range.Last], told.Seconds, told.SecondsAfter);
    });

    /// <summary>What an edit would give, told as the difference to what the tab tried before. Nothing is kept.</summary>
    public LiveMessage Try(long scene, string edit) => Guarded(() =>
    {
        var (now, revision) = sessions.Get(scene).Look((now, revision, _, _) => (now, revision));
        var next = EditJson.Read(edit).Apply(now);
        var change = SceneChange.Between(watchers.TriedBy(Context.ConnectionId, revision) ?? now, next);
        watchers.KeepTried(Context.ConnectionId, revision, next);
        var frames = watchers.FramesOf(Context.ConnectionId) ?? next.Settings.Work;
        var stale = watchers.WithSpeeds(Context.ConnectionId, change.Stale(next));
        return new LiveMessage(SceneWire.Rows(change, next), SceneWire.Blocks(next, stale, change.StaleClips(next), frames, change.ChangesTime));
    });

    /// <summary>Makes an edit. Where keys would land on others and nobody has said what to do, nothing is done, and the answer says so.</summary>
    public KeptMessage Edit(long scene, long revision, string edit) => Guarded(() =>
    {
        var session = sessions.Get(scene);
        try
        {
            return Message(session.Apply(EditJson.Read(edit), revision));
        }
        catch (KeyClash clash)
        {
            return new KeptMessage(session.Revision, session.Position, "", [], new ClashMessage(clash.Count, clash.Frame));
        }
    });

    /// <summary>What an edit would do to curves. Nothing is kept.</summary>
    public CurveMessage LookAheadCurves(long scene, string edit) => Guarded(() =>
    {
        var (now, wanted) = (sessions.Get(scene).Scene, EditJson.Read(edit));
        var told = wanted is CommitWarp or WriteClips ? CurveConsequence.AsPlayed(now, wanted) : CurveConsequence.Of(now, wanted);
        return new CurveMessage(told.Keys, told.KeysAfter, told.Difference, told.Frame, told.Channel);
    });

    /// <summary>From now on the tab is sent the speeds of these channels too; it gets them for the frames that it watches.</summary>
    public BlockMessage[] WatchSpeeds(long scene, int[] objects, string[] channels) => Guarded(() =>
        sessions.Get(scene).Look((now, _, _, _) =>
        {
            var lanes = Lanes(objects, channels).Where(lane => now.Objects.ContainsKey(lane.Object)).ToList();
            watchers.LookAtSpeeds(Context.ConnectionId, lanes);
            if (watchers.FramesOf(Context.ConnectionId) is not { } frames) return [];
            var targets = lanes.GroupBy(lane => lane.Object, lane => lane.Channel).Select(group =>
            {
                var thing = now.Object(group.Key);
                return new SampleTarget(thing, [.. group.Select(name => thing.Spec(name, "channels"))]);
            });
            return SceneWire.Blocks(now, watchers.WithSpeeds(Context.ConnectionId, [.. targets]), [], frames, withFlow: false);
        }));

    /// <summary>Where the turns of an object lock: first and last frames of each stretch within the scene range.</summary>
    public long[][] TurnLocks(long scene, int thing) => Guarded(() =>
        sessions.Get(scene).Look<long[][]>((now, _, _, _) =>
            [.. TurnLock.Of(now, new ObjectId(thing), now.Settings.Range).Select(span => new[] { span.First, span.Last })]));

    /// <summary>The stretch between two or more keys of a channel, first to last, as CSS.</summary>
    public string CopyShape(long scene, string keys) => Guarded(() =>
        StretchOf.Css(sessions.Get(scene).Scene, EditJson.ReadAs<ImmutableArray<KeySet>>(keys)));

    /// <summary>Channels as they were at a place in the history; those of objects that were not there are left out.</summary>
    public ChannelMessage[] ChannelsAt(long scene, int position, int[] objects, string[] channels) => Guarded(() =>
    {
        var then = sessions.Get(scene).At(position);
        return Lanes(objects, channels).Where(lane => then.Objects.ContainsKey(lane.Object))
            .Select(lane => SceneWire.Channel(lane.Object.Value, lane.Channel, then.Object(lane.Object).Channel(lane.Channel))).ToArray();
    });

    /// <summary>The keys that channels had between two frames at a place in the history, as <see cref="ReplaceKeys"/> takes them.</summary>
    public string CopyKeysAt(long scene, int position, int[] objects, string[] channels, double from, double to) => Guarded(() =>
    {
        var session = sessions.Get(scene);
        var rate = session.Scene.Rate;
        return EditJson.Write(CopiedKeys.Between(
            session.At(position), Lanes(objects, channels), rate.At((decimal)from, "from"), rate.At((decimal)to, "to")));
    });

    /// <summary>Keys, whole, as a paste takes them.</summary>
    /// <param name="scene">Whose keys.</param>
    /// <param name="keys">A list of key sets, as edits have it.</param>
    public string CopyKeys(long scene, string keys) => Guarded(() =>
        EditJson.Write(CopiedKeys.Of(sessions.Get(scene).Scene, EditJson.ReadAs<ImmutableArray<KeySet>>(keys))));

    public KeptMessage GoTo(long scene, long revision, int position) =>
        Guarded(() => Message(sessions.Get(scene).GoTo(position, revision)));

    public override Task OnDisconnectedAsync(Exception? exception)
    {
        watchers.Close(Context.ConnectionId);
        return Task.CompletedTask;
    }

    internal static KeptMessage Message(Kept kept) => new(
        kept.Revision, kept.Position, kept.Title,
        [.. kept.Change.Rows.Where(r => r is { Row.Kind: RowKind.Object, Before: null }).Select(r => r.Row.Id)]);

    private static IEnumerable<(ObjectId Object, string Channel)> Lanes(int[] objects, string[] channels) =>
        objects.Length == channels.Length
            ? objects.Zip(channels, (thing, channel) => (new ObjectId(thing), channel))
            : throw new Refusal("channels", "give a channel for each object");

    private static readonly Scene Nothing = Scene.Empty("-") with { Settings = Scene.Empty("-").Settings with { Name = "" } };

    // A refusal's words are for the person; any other fault stays inside.
    private static T Guarded<T>(Func<T> call)
    {
        try
        {
            return call();
        }
        catch (Exception no) when (no is Refusal or Clash or SceneGone)
        {
            throw new HubException(no is Refusal refusal ? refusal.Reason : no.Message);
        }
    }
}
