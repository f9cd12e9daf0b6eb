
namespace ZestyReel.Core.Reels;

/// <summary>Which pictures of two reels are seen beside each other.</summary>
/// <param name="At">The place on the first reel, counted from 0.</param>
/// <param name="A">Its picture there.</param>
/// <param name="B">The other reel's picture.</param>
/// <param name="BAt">The place on the other reel.</param>
public readonly record struct Alignment(int At, int A, int B, int BAt)
{
    /// <summary>For each place of the first reel what stands beside it, where anything does.</summary>
    /// <param name="a">The first reel.</param>
    /// <param name="b">The other.</param>
    /// <param name="lineUp">By what they are lined up.</param>
    /// <param name="offset">For <see cref="ReelLineUp.Offset"/>: so many pictures later the other one is looked at.</param>
    public static List<Alignment> Of(ReelSide a, ReelSide b, ReelLineUp lineUp, int offset)
    {
        var found = new List<Alignment>();
        for (var at = 0; at < a.Plan.Played; at++)
        {
            var picture = a.Plan.PictureAt(at);
            // What is held before and after holds against what the other holds there.
            var lead = at < a.Plan.LeadIn ? at - a.Plan.LeadIn : Math.Max(0, at - a.Plan.LeadIn - a.Plan.Shot + 1);
            var place = lineUp switch
            {
                ReelLineUp.Offset => (long)at + offset,
                ReelLineUp.Source => Nearest(b, a.Sources[picture]) + lead,
                _ => ByFrame(a, b, a.Plan.FrameOf(picture)) + lead,
            };
            if (place >= 0 && place < b.Plan.Played) found.Add(new(at, picture, b.Plan.PictureAt((int)place), (int)place));
        }
        return found;
    }

    private static long ByFrame(ReelSide a, ReelSide b, long frame)
    {
        var same = a.Rate == b.Rate ? frame : b.Rate.NearestFrame(a.Rate.StartOf(frame));
        var ahead = same - b.Plan.Frames.First;
        // Beyond its ends by more than what it holds there is nothing.
        return b.Plan.LeadIn + (ahead < 0 ? ahead : same > b.Plan.Frames.Last ? b.Plan.Shot - 1 + (same - b.Plan.Frames.Last) : ahead / b.Plan.Every);
    }

    private static long Nearest(ReelSide b, double source)
    {
        var best = 0;
        for (var i = 1; i < b.Sources.Length; i++)
            if (Math.Abs(b.Sources[i] - source) < Math.Abs(b.Sources[best] - source)) best = i;
        return b.Plan.LeadIn + best;
    }
}
