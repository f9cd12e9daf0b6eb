using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Makes the whole scene, or a part of it, longer or shorter: keys, warps, bookmarks and ranges alike.</summary>
/// <param name="Length">
/// The new length in frames: of the scene range, or from one end of the part to the other.
/// </param>
/// <param name="About">The frame that stays where it is.</param>
/// <param name="Part">The part; what lies before and after it is pushed along. Left out, everything is stretched.</param>
public sealed record StretchTime(decimal Length, decimal About, StretchPart? Part = null) : Edit
{
    // Lengths are taken to a millionth of a frame, so that the ratio of two is one of whole numbers.
    private const decimal Fine = 1_000_000;
    private const decimal Shortest = 0.001m;

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"Stretch {(Part is null ? "the scene" : $"{Part.From} to {Part.To}")} to {Length} frames");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var rate = scene.Rate;
        var old = Part is null ? scene.Settings.Range.Count : Part.To - Part.From;
        if (old < Shortest) throw new Refusal("part", "the part ends where it starts, or before; give a later end");
        if (Length is < Shortest or > 2 * FrameRange.FurthestFrame)
            throw new Refusal("length", FormattableString.Invariant($"{Length} frames is no length to stretch to; give {Shortest} or more"));
        (Tick, Tick)? ends = Part is null ? null : (rate.At(Part.From, "part.from"), rate.At(Part.To, "part.to"));
        var map = new Stretch(rate, rate.At(About, "about"), (long)(Length * Fine), (long)(old * Fine), ends);
        return scene.WithTimesMoved(map);
    }
}
