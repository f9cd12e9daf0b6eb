using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Which source frames are seen at whole played frames.</summary>
public static class SourceFrames
{
    /// <summary>The track of the source frames that an object, or the whole scene, shows; not a number where no warp covers it.</summary>
    public const string Track = "source";

    /// <summary>The whole scene's source frames, and each warp's own.</summary>
    public static List<SampleBlock> Of(Scene scene, FrameRange frames)
    {
        var times = FrameTimes.Of(scene, frames);
        SampleBlock Block(OwnerKind owner, int id, SampleTrack track) => new(owner, id, frames.First, times.Count, [track]);
        var ofScene = times.InFrames(times.ForScene());
        // Warps that cover single objects leave the scene as a whole alone.
        List<SampleBlock> blocks = [Block(OwnerKind.Scene, 0, ofScene is null ? SampleTrack.Still(Track, float.NaN) : new(Track, ofScene))];
        foreach (var warp in scene.Warps.Values)
        {
            var samples = new float[times.Count];
            var near = 0;
            for (var i = 0; i < samples.Length; i++) samples[i] = (float)scene.Rate.FrameOf(warp.SourceOf(times.Played[i], ref near));
            blocks.Add(Block(OwnerKind.Warp, warp.Id.Value, new SampleTrack(WarpPoints.Channel, samples)));
        }
        return blocks;
    }

    /// <summary>The source frames of an object as a whole: what covers a single channel only is not what the object shows.</summary>
    internal static SampleTrack Of(ObjectId id, FrameTimes times, int count) =>
        times.InFrames(times.For(id, "")) is { } frames ? new(Track, frames[..count]) : SampleTrack.Still(Track, float.NaN);
}
