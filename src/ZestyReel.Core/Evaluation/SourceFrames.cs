using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Which source frames are seen at whole played frames.</summary>
public static class SourceFrames
{
    /// <summary>The track of the source frames that an object, or the whole scene, shows; not a number where no warp covers it.</summary>
    public const string Track = "source";

    /// <summary>The whole scene's source frames, as object 0, and each warp's own, as the object that stands for it.</summary>
    public static List<SampleBlock> Of(Scene scene, FrameRange frames)
    {
        var times = FrameTimes.Of(scene, frames);
        SampleBlock Block(ObjectId id, SampleTrack track) => new(id, frames.First, (int)frames.Count, [track]);
        // No object has the number 0: warps that cover single objects leave it alone.
        var nothing = new ObjectId(0);
        List<SampleBlock> blocks = [Block(nothing, Of(nothing, times, scene.Rate))];
        foreach (var warp in scene.Warps.Values)
        {
            var samples = new float[frames.Count];
            var near = 0;
            for (var i = 0; i < samples.Length; i++)
                samples[i] = (float)scene.Rate.FrameOf(warp.SourceOf(scene.Rate.StartOf(frames.First + i).Value, ref near));
            blocks.Add(Block(WarpChannel.ObjectOf(warp.Id), new SampleTrack(WarpChannel.Name, samples)));
        }
        return blocks;
    }

    // What covers a single channel only is not what the object shows.
    internal static SampleTrack Of(ObjectId id, FrameTimes times, FrameRate rate) => new(Track, times.FramesFor(id, rate) ?? [float.NaN]);
}
