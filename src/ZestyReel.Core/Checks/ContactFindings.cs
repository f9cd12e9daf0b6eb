using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Checks;

/// <summary>What a mark says stands, and slides.</summary>
internal static class ContactFindings
{
    /// <summary>So far something may move and stands all the same, in lengths.</summary>
    private const double Tolerance = 0.01;

    public static IEnumerable<Finding> Of(CheckedObject at)
    {
        foreach (var mark in at.Times.Scene.Marks.Values)
        {
            if (!mark.IsContact || mark.Object != at.Thing.Id || !at.IsLookedAt(mark.Start, mark.End)) continue;
            var origins = new WorldSampler(at.Times.Scene, at.Times).Origins(at.Thing.Id);
            var (first, furthest) = ((Vector?)null, 0.0);
            for (var i = 0; i < origins.Length; i++)
            {
                if (at.FrameAt(i) < mark.Start || at.FrameAt(i) > mark.End) continue;
                first ??= origins[i];
                furthest = Math.Max(furthest, (origins[i] - first.Value).Length());
            }
            if (furthest > Tolerance) yield return at.Found(FindingKind.SlidingContact, FindingLevel.Fault, "", mark.Start, mark.End, furthest, FindingUnit.Length);
        }
    }
}
