using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <content>Keys, clips and poses that are taken along, of now or of then.</content>
public sealed partial class SceneHub
{
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
}
