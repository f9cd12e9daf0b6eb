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
/// <param name="Ends">Where the scene's length is taken from and to; a part's is from its first frame to its last.</param>
/// <param name="OnFrames">Puts the keys on whole frames afterwards, by this rule.</param>
/// <param name="StillSounds">Sounds stay where they are; else each goes, whole and at its own speed, where its start goes.</param>
public sealed record StretchTime(
    decimal Length, decimal About, StretchPart? Part = null, StretchEnds Ends = StretchEnds.Poses, FrameRule? OnFrames = null, bool StillSounds = false) : Edit
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
        if (!Enum.IsDefined(Ends)) throw new Refusal("ends", "there are no such ends");
        var rate = scene.Rate;
        // A scene of one frame has no way from its first to its last.
        var byPoses = Part is null && Ends == StretchEnds.Poses && scene.Settings.Range.Count > 1;
        var less = byPoses ? 1 : 0;
        var old = Part is null ? scene.Settings.Range.Count - less : Part.To - Part.From;
        if (old < Shortest) throw new Refusal("part", "the part ends where it starts, or before; give a later end");
        if (Length - less is < Shortest or > 2 * FrameRange.FurthestFrame)
            throw new Refusal("length", FormattableString.Invariant($"{Length} frames is no length to stretch to; give {(byPoses ? "more than 1" : $"{Shortest} or more")}"));
        (Tick, Tick)? ends = Part is null ? null : (rate.At(Part.From, "part.from"), rate.At(Part.To, "part.to"));
        var map = new Stretch(rate, rate.At(About, "about"), (long)((Length - less) * Fine), (long)(old * Fine), ends);
        var stretched = byPoses ? scene.WithTimesMoved(map, range => map.AppliedToPoses(range, rate)) : scene.WithTimesMoved(map);
        if (StillSounds) stretched = stretched with { Sounds = scene.Sounds };
        return OnFrames is { } rule ? WholeFrames.Everywhere(stretched, rule) : stretched;
    }
}
