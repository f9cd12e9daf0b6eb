using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <content>What is asked about a scene; nothing of it is kept.</content>
public sealed partial class SceneHub
{
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
}
