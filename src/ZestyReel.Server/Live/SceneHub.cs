using System.Collections.Immutable;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Bvh;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Tables;
using ZestyReel.Core.Takes;
using ZestyReel.Server.Incoming;
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
public sealed class SceneHub(SceneSessions sessions, Tabs tabs, Work work, ReelShelf reels, ReelScenes reelScenes, BroughtFiles<BvhMotion> brought, BroughtFiles<Table> tables, BroughtFiles<IncomingScene> readings, SceneShelf shelf, TakeBook takes, Trackers trackers, TrackerDevices devices) : Hub
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

    /// <summary>Frames as people read them, in one of the ways of showing time.</summary>
    public string[] TimeLabels(long scene, long[] frames, string display)
    {
        if (frames.Length > MostLabels) throw new Refusal("frames", $"ask for at most {MostLabels} frames at a time");
        if (!Enum.TryParse<TimeDisplay>(display, ignoreCase: true, out var way) || !Enum.IsDefined(way)) throw new Refusal("display", "there is no such way of showing time");
        if (frames.Any(frame => frame is < -FrameRange.FurthestFrame or > FrameRange.FurthestFrame)) throw new Refusal("frames", "a frame is out of reach");
        using var use = sessions.Use(scene);
        var clock = use.State.Scene.Settings.Clock;
        return Array.ConvertAll(frames, frame => clock.Of(frame, way));
    }

    /// <summary>The frame that a typed time means.</summary>
    public double ReadTime(long scene, string text, double present)
    {
        using var use = sessions.Use(scene);
        return (double)use.State.Scene.Settings.Clock.FrameOf(text, Frame(present, "present"));
    }

    /// <summary>What an edit would do to keys, range and length. Nothing is kept.</summary>
    public Task<TimeMessage> LookAhead(long scene, string edit) => Quickly(scene, (state, _) =>
    {
        var told = TimeConsequence.Of(state.Scene, EditJson.Read(edit));
        return new TimeMessage(
            told.Keys, told.KeysAfter, told.BetweenFrames, told.BetweenFramesAfter,
            [told.Range.First, told.Range.Last], told.Seconds, told.SecondsAfter,
            told.Outside, told.FirstOutside is { } first ? new OutsideMessage(first.Object.Value, first.Channel, first.Frame) : null);
    });

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

    /// <summary>The devices that are heard of.</summary>
    public TrackerMessage[] Devices()
    {
        var now = devices.Now;
        return [.. devices.All.OrderBy(device => device.Name, StringComparer.Ordinal).Select(device =>
        {
            var (rate, lost) = device.Quality();
            return new TrackerMessage(device.Name, rate, lost, now - device.Newest.Arrived);
        })];
    }

    /// <summary>The present, in seconds of the clock by which poses arrive.</summary>
    public double TrackerClock() => devices.Now;

    /// <summary>Binds a device to an object while this tab is there: it is told as <c>tracked</c> where that is.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="device">The device's name.</param>
    /// <param name="thing">The object.</param>
    /// <param name="position">Whether it moves.</param>
    /// <param name="rotation">Whether it turns.</param>
    /// <param name="scale">Scene lengths for one of the device's.</param>
    /// <param name="goesOn">The object goes on from where it is; else the device's origin is its parent's.</param>
    /// <param name="from">The frame on which it is there.</param>
    public void Bind(long scene, string device, int thing, bool position, bool rotation, double scale, bool goesOn, double from)
    {
        Feed(scene);
        using var use = sessions.Use(scene);
        var now = use.State.Scene;
        trackers.Bind(Context.ConnectionId, scene, Who, now, device, new(thing), (position, rotation), scale, goesOn ? now.Rate.At(Frame(from, "from"), "from") : null);
    }

    /// <summary>Lets go of the device; what is recorded ends, and is kept.</summary>
    public void Unbind() => trackers.Release(Context.ConnectionId);

    /// <summary>Records the device that is bound while the tab plays.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="startedAt">When it starts to play, in seconds of <see cref="TrackerClock"/>.</param>
    /// <param name="from">The frame that it starts from.</param>
    /// <param name="first">The first frame of what is played.</param>
    /// <param name="last">The last.</param>
    /// <param name="speed">How fast it plays.</param>
    /// <param name="loops">Whether it starts again at the end; each time becomes a take.</param>
    /// <param name="byStamps">Takes go where the device's own clock says.</param>
    public void Record(long scene, double startedAt, double from, long first, long last, double speed, bool loops, bool byStamps)
    {
        using var use = sessions.Use(scene);
        var rate = use.State.Scene.Rate;
        Tick At(double frame, string place) => rate.At(Frame(frame, place), place);
        trackers.Begin(Context.ConnectionId, new PassPlan(startedAt, At(from, "from"), At(first, "first"), At(last + 1.0, "last"), speed, loops), byStamps);
    }

    /// <summary>Ends the recording.</summary>
    /// <param name="at">When, in seconds of <see cref="TrackerClock"/>.</param>
    /// <param name="keep">Whether the pass that is under way is kept.</param>
    /// <returns>How many takes were kept now.</returns>
    public int EndRecord(double at, bool keep) => double.IsFinite(at) ? trackers.End(Context.ConnectionId, at, keep) : throw new Refusal("at", "a moment is a number");

    /// <summary>Brings in the joints of a BVH file that was sent before.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="revision">The revision that the person saw.</param>
    /// <param name="file">What the file was answered by.</param>
    /// <param name="scale">Scene lengths for one of the file's.</param>
    /// <param name="start">The frame of its first moment.</param>
    /// <param name="up">Which axis points up in it.</param>
    /// <param name="onto">Onto objects of the same names.</param>
    /// <param name="grow">The scene range reaches to the last moment afterwards.</param>
    public Task<KeptMessage> BringJoints(long scene, long revision, string file, double scale, double start, string up, bool onto, bool grow) => Making(scene, session =>
        session.Apply(new BvhBringing(scale, Frame(start, "start"), QueryWords.Of<BvhUp>(up, "up"), onto, grow).Of(brought.Find(file)), revision, Who, Locked(scene)));

    /// <summary>Makes keys of a table that was sent before.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="revision">The revision that the person saw.</param>
    /// <param name="file">What the table was answered by.</param>
    /// <param name="columns">Which of its columns.</param>
    /// <param name="objects">The object to which each goes.</param>
    /// <param name="channels">The channel to which each goes.</param>
    /// <param name="start">The frame of its first row.</param>
    /// <param name="tolerance">How far fewer keys may be off; 0 keeps each value.</param>
    /// <param name="degrees">The same of channels in degrees.</param>
    /// <param name="grow">The scene range reaches to the last row afterwards.</param>
    public Task<KeptMessage> BringTable(long scene, long revision, string file, int[] columns, int[] objects, string[] channels, double start, double tolerance, double degrees, bool grow) => Making(scene, session =>
    {
        if (columns is null || objects is null || channels is null || columns.Length != objects.Length || columns.Length != channels.Length || columns.Length > Core.Edits.BringTable.MostCurves) throw new Refusal("columns", "each column goes to one channel of one object");
        var bringing = new TableBringing([.. columns.Select((column, i) => (column, new ObjectId(objects[i]), channels[i] ?? ""))], Frame(start, "start"), tolerance, degrees, grow);
        return session.Apply(bringing.Of(tables.Find(file ?? ""), session.State.Scene.Rate), revision, Who, Locked(scene));
    });

    /// <summary>Brings objects of a file in that has been read before.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="revision">The revision that the person saw.</param>
    /// <param name="reading">What the file was answered by when it was read.</param>
    /// <param name="objects">Which of its objects.</param>
    /// <param name="start">The frame on which its first comes to stand.</param>
    /// <param name="keep">Whether its seconds (clock) or its frames are kept where its rate is another.</param>
    /// <param name="grow">The scene range reaches to the last key afterwards.</param>
    public async Task<KeptMessage> BringObjects(long scene, long revision, string reading, int[] objects, double start, string keep, bool grow)
    {
        using var use = sessions.Use(scene);
        var read = readings.Find(reading ?? "");
        var request = new IncomingRequest(reading!, revision, objects, Frame(start, "start"), keep, grow);
        var edit = request.Edit(read, use.State.Scene);
        IncomingKeeping.KeepFiles(scene, read, objects, shelf);
        return await Done(scene, revision, edit, Who, Locked(scene));
    }

    /// <summary>Takes back what the person at this tab did last, and leaves what others did.</summary>
    public Task<KeptMessage> Undo(long scene, long revision) => Making(scene, session => session.Undo(revision, Who, tabs.ReachOf(Who, scene), Locked(scene)));

    /// <summary>Makes again what the person at this tab took back last.</summary>
    public Task<KeptMessage> Redo(long scene, long revision) => Making(scene, session => session.Redo(revision, Who, tabs.ReachOf(Who, scene), Locked(scene)));

    /// <summary>Takes one change back, whoever made it, and leaves those that came since.</summary>
    public Task<KeptMessage> TakeBack(long scene, long revision, int change) => Making(scene, session => session.TakeBack(change, revision, Who, Locked(scene)));

    /// <summary>Goes to a place in the history.</summary>
    public Task<KeptMessage> GoTo(long scene, long revision, int position) => Making(scene, session => session.GoTo(position, revision, Who, Locked(scene)));

    /// <summary>What an edit would do to curves. Nothing is kept.</summary>
    public Task<CurveMessage> LookAheadCurves(long scene, string edit)
    {
        var wanted = EditJson.Read(edit);
        return wanted is Bake bake
            ? Slowly(scene, (state, stop) => CurveMessage.Of(CurveConsequence.Of(state.Scene, bake, stop)))
            : Quickly(scene, (state, _) => CurveMessage.Of(wanted is BakeWarp or BakeClips or MergeLayerDown or MergeAllLayers or ExtractKeys
                ? CurveConsequence.AsPlayed(state.Scene, wanted)
                : CurveConsequence.Of(state.Scene, wanted)));
    }

    /// <summary>The ways through space that a bake would sample.</summary>
    public Task<BakeWayMessage[]> BakeWays(long scene, string edit) => Slowly<BakeWayMessage[]>(scene, (state, stop) =>
        EditJson.Read(edit) is Bake bake
            ? [.. BakeWay.Of(state.Scene, bake, stop).Select(way => new BakeWayMessage(way.Object.Value, way.Frames, [.. way.Places.SelectMany(at => new[] { (float)at.X, (float)at.Y, (float)at.Z })]))]
            : throw new Refusal("edit", "it bakes nothing"));

    /// <summary>What base and layers give to a channel of an object on a frame, from the lowest up; nothing where no layer has keys of it.</summary>
    public Task<LayerShareMessage[]> LayerShares(long scene, int thing, string channel, double frame) => Quickly<LayerShareMessage[]>(scene, (state, _) =>
        LayerWire.Shares(state.Scene, new ObjectId(thing), channel, state.Scene.Rate.At(Frame(frame, "frame"), "frame")));

    /// <summary>From now on the tab is sent the speeds of these channels too; it gets them for the frames that it watches.</summary>
    public Task WatchSpeeds(long scene, int[] objects, string[] channels)
    {
        var feed = Feed(scene);
        using var use = sessions.Use(scene);
        var now = use.State.Scene;
        var speeds = Lanes(objects, channels).Where(lane => now.Objects.ContainsKey(lane.Object)).GroupBy(lane => lane.Object)
            .ToImmutableDictionary(group => group.Key, group => group.Select(lane => now.Object(lane.Object).Spec(lane.Channel, "channels").Name).Distinct().ToImmutableArray());
        return feed.SendSpeeds(speeds, Stop);
    }

    /// <summary>Where the turns of an object lock: first and last frames of each stretch within the scene range.</summary>
    public Task<long[][]> GimbalLocks(long scene, int thing) => Slowly(scene, (state, _) =>
        GimbalLock.Of(state.Scene, new ObjectId(thing), state.Scene.Settings.Range).Select(span => new[] { span.First, span.Last }).ToArray());

    /// <summary>The stretch between two or more keys of a channel, first to last, as CSS.</summary>
    public Task<string> CopyEase(long scene, string keys) => Quickly(scene, (state, _) =>
        StretchOf.Css(state.Scene, EditJson.ReadAs<ImmutableArray<KeySet>>(keys)));

    /// <summary>The objects whose keys change nothing, those that really move, and those with keys outside the scene range.</summary>
    public Task<MotionMessage> Motion(long scene) => Slowly(scene, (state, stop) =>
    {
        var motion = ObjectMotion.Of(state.Scene, stop);
        static int[] Numbers(ImmutableArray<ObjectId> ids) => [.. ids.Select(id => id.Value)];
        return new MotionMessage(Numbers(motion.Still), Numbers(motion.Moving), Numbers(motion.Outside));
    });

    /// <summary>What happens on a frame that a cue could wait for, the likeliest first.</summary>
    public Task<CueProposalMessage[]> ProposeCues(long scene, double frame, int[] started) => Quickly(scene, (state, _) =>
        CueWire.Proposals(state.Scene, state.Scene.Rate.At(Frame(frame, "frame"), "frame"), started.Select(id => new ObjectId(id))));

    /// <summary>A cue as an edit would make it, with the moment at which it would call.</summary>
    public Task<CueMessage> LookAheadCue(long scene, string edit) => Quickly(scene, (state, _) => CueWire.LookAhead(state.Scene, EditJson.Read(edit)));

    /// <summary>The pace of objects that go somewhere, as it would be after an edit, or with an empty one as it is.</summary>
    public Task<PaceMessage[]> Paces(long scene, int[] objects, string edit) => Quickly<PaceMessage[]>(scene, (state, stop) =>
    {
        if (objects.Length > MostLanes) throw new Refusal("objects", $"give at most {MostLanes} objects");
        var now = edit.Length == 0 ? state.Scene : EditJson.Read(edit).Apply(state.Scene);
        double Frame(double ticks) => now.Rate.FrameOf(ticks);
        return
        [
            .. objects.Select(id => new ObjectId(id)).Where(now.Objects.ContainsKey).Select(id => Pace.Of(now, id, stop)).OfType<Pace>()
                .Select(pace => new PaceMessage(pace.Object.Value, Frame(pace.Start), Frame(pace.End), pace.Length, pace.Mean, pace.Top)),
        ];
    });

    /// <summary>Where the origins of objects are in the world, so many frames apart over the work range: three numbers (f32) for each place.</summary>
    public Task<byte[]> Places(long scene, int[] objects, int every) => Slowly(scene, (state, stop) =>
    {
        var (now, work) = (state.Scene, state.Scene.Settings.Work);
        if (every < 1) throw new Refusal("every", "give one frame at least");
        var count = (work.Last - work.First) / every + 1;
        if (count * objects.Length > MostLanes) throw new Refusal("every", "that would be too many places; take more frames from one to the next");
        var times = new FrameTimes(now, [.. Enumerable.Range(0, (int)count).Select(i => (double)now.Rate.StartOf(work.First + (long)i * every).Value)]) { Stop = stop };
        var worlds = new WorldSampler(now, times);
        float[] places = [.. objects.Select(id => new ObjectId(id)).Where(now.Objects.ContainsKey).SelectMany(id => worlds.Worlds(id)).SelectMany(world => new[] { (float)world.Px, (float)world.Py, (float)world.Pz })];
        return System.Runtime.InteropServices.MemoryMarshal.AsBytes(places.AsSpan()).ToArray();
    });

    /// <summary>When an object is nearest to another one.</summary>
    public Task<MeetingMessage> NearestFrame(long scene, int thing, int other) => Slowly(scene, (state, stop) =>
    {
        var (id, to) = (state.Scene.Object(new(thing)).Id, state.Scene.Object(new(other)).Id);
        var meeting = Meeting.Nearest(state.Scene, id, to, stop);
        return new MeetingMessage(thing, state.Scene.Rate.FrameOf(meeting.At.Value), meeting.Distance);
    });

    /// <summary>When those that follow a path first pass one of its points; who never does is left out.</summary>
    public Task<MeetingMessage[]> Passings(long scene, int path, int point) => Slowly<MeetingMessage[]>(scene, (state, _) =>
    [
        .. state.Scene.InOrder().Where(each => each.Follow?.Path.Value == path).Select(each => (each.Id, At: Meeting.Passing(state.Scene, each.Id, point)))
            .Where(each => each.At is not null).Select(each => new MeetingMessage(each.Id.Value, state.Scene.Rate.FrameOf(each.At!.Value.Value), 0)),
    ]);

    /// <summary>The names that objects would have after a renaming of several, in the order in which it names them.</summary>
    public Task<string[]> NewNames(long scene, string edit) => Quickly<string[]>(scene, (state, _) =>
        EditJson.Read(edit) is RenameObjects renaming ? [.. renaming.NewNames(state.Scene)] : throw new Refusal("edit", "it renames no objects"));

    /// <summary>The fall over a stretch between two keys; null where there is none.</summary>
    public Task<FallMessage?> FallOf(long scene, string keys) => Quickly(scene, (state, _) =>
        StretchOf.Fall(state.Scene, EditJson.ReadAs<ImmutableArray<KeySet>>(keys)) is { } fall ? new FallMessage(fall.Height, fall.Seconds, fall.Gravity) : null);

    /// <summary>Channels as they were at a place in the history; those of objects that were not there are left out.</summary>
    public Task<ChannelMessage[]> ChannelsAt(long scene, int position, int[] objects, string[] channels) =>
        Walking(scene, (session, stop) => ChannelsOf(session.At(position, stop), objects, channels));

    /// <summary>Channels as they were when a reel was shot; those of objects that were not there are left out.</summary>
    public Task<ChannelMessage[]> ChannelsOfReel(long scene, long reel, int[] objects, string[] channels) =>
        Slowly(scene, (state, stop) => ChannelsOf(WhenShot(state.Scene, scene, reel, stop), objects, channels));

    /// <summary>The keys that channels had between two frames at a place in the history, as <see cref="ReplaceKeys"/> takes them.</summary>
    public Task<string> CopyKeysAt(long scene, int position, int[] objects, string[] channels, double from, double to) =>
        Walking(scene, (session, stop) => KeysBetween(session.At(position, stop), session.State.Scene.Rate, objects, channels, from, to));

    /// <summary>The keys that channels had between two frames when a reel was shot, as <see cref="ReplaceKeys"/> takes them.</summary>
    public Task<string> CopyKeysOfReel(long scene, long reel, int[] objects, string[] channels, double from, double to) =>
        Slowly(scene, (state, stop) => KeysBetween(WhenShot(state.Scene, scene, reel, stop), state.Scene.Rate, objects, channels, from, to));

    /// <summary>Keys, whole, as a paste takes them.</summary>
    /// <param name="scene">Whose keys.</param>
    /// <param name="keys">A list of key sets, as edits have it.</param>
    public Task<string> CopyKeys(long scene, string keys) => Quickly(scene, (state, _) =>
        EditJson.Write(CopiedKeys.Of(state.Scene, EditJson.ReadAs<ImmutableArray<KeySet>>(keys))));

    /// <summary>What is seen of objects on a frame, as a paste takes it.</summary>
    public Task<string> CopyPose(long scene, int[] objects, double frame) => Quickly(scene, (state, _) =>
        EditJson.Write(CopiedPose.Of(state.Scene, [.. objects.Select(id => new ObjectId(id))], Frame(frame, "frame"))));

    /// <summary>Placed clips, whole with what they play, as a paste takes them.</summary>
    public Task<string> CopyClips(long scene, int[] placed) => Quickly(scene, (state, _) =>
        EditJson.Write(CopiedClips.Of(state.Scene, [.. placed.Select(id => new PlacedClipId(id))])));

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

    private Scene WhenShot(Scene now, long scene, long reel, CancellationToken stop) => reels.Find(reel) is { Arriving: false } kept && kept.SceneId == scene
        ? PastCurves.In(now, reelScenes.Of(reel, stop))
        : throw new Refusal("reel", "there is no such reel of this scene any more");

    private static ChannelMessage[] ChannelsOf(Scene then, int[] objects, string[] channels) =>
    [
        .. Lanes(objects, channels).Where(lane => then.Objects.ContainsKey(lane.Object))
            .Select(lane => SceneWire.Channel(CurveRef.Of(lane.Object, lane.Channel), then.Object(lane.Object).Channel(lane.Channel))),
    ];

    private static string KeysBetween(Scene then, FrameRate rate, int[] objects, string[] channels, double from, double to) => EditJson.Write(CopiedKeys.Between(
        then, Lanes(objects, channels).Select(lane => CurveRef.Of(lane.Object, lane.Channel)), rate.At(Frame(from, "from"), "from"), rate.At(Frame(to, "to"), "to")));

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
