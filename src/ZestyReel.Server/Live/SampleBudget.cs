using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Live;

/// <summary>How many frames a tab is given at once: as many as its scene's samples leave room for.</summary>
public static class SampleBudget
{
    /// <summary>Most frames, however few samples each has.</summary>
    public const int MostFrames = 8192;

    /// <summary>Most samples of all tracks together; 32 MB.</summary>
    public const long MostSamples = 8_000_000;

    /// <summary>The part of a run of frames that there is room for, around the frame that is wanted most.</summary>
    public static FrameRange Fitted(Scene scene, FrameRange wanted, long near)
    {
        var count = Math.Clamp(MostSamples / Math.Max(1, TracksOf(scene)), 1, MostFrames);
        if (wanted.Count <= count) return wanted;
        // A quarter lies behind it, as most of the time what comes next is asked for.
        var first = Math.Clamp(near - count / 4, wanted.First, wanted.Last - count + 1);
        return new FrameRange(first, first + count - 1);
    }

    /// <summary>How many tracks have a sample for each frame.</summary>
    private static long TracksOf(Scene scene)
    {
        long tracks = scene.Warps.Count + 2L * scene.PlacedClips.Count + 1;
        var warped = scene.Warps.IsEmpty ? 0 : 1;
        foreach (var thing in scene.Objects.Values)
        {
            long keyed = thing.Channels.Count(channel => channel.Value.Curve is not null);
            if (keyed > 0 || thing.Roll is not null) tracks += keyed + 4;
            tracks += warped;
        }
        foreach (var placed in scene.PlacedClips.Values) tracks += scene.Clips[placed.Clip].Channels.Count;
        return tracks;
    }
}
