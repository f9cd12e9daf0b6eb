using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What inserting and removing frames have in common.</summary>
internal static class Gaps
{
    public static string Words(long frames) => frames == 1 ? "1 frame" : $"{frames} frames";

    public static void Check(long at, long frames)
    {
        if (at is < -FrameRange.FurthestFrame or > FrameRange.FurthestFrame)
            throw new Refusal("at", $"frames lie between -{FrameRange.FurthestFrame} and {FrameRange.FurthestFrame}");
        if (frames is < 1 or > FrameRange.Longest)
            throw new Refusal("frames", $"give a whole number of frames from 1 to {FrameRange.Longest}");
    }
}
