using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Sets the scene range, the work range, or both. No key is touched; a work range left out is fitted into the scene's, and stays the whole scene where it was.</summary>
public sealed record SetRanges(FrameRange? Range = null, FrameRange? Work = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => (Range, Work) switch
    {
        ({ } range, null) => $"Scene range {range.First} to {range.Last}",
        (null, { } work) => $"Work range {work.First} to {work.Last}",
        ({ } range, { } work) => $"Ranges: scene {range.First} to {range.Last}, work {work.First} to {work.Last}",
        _ => "Leave the ranges",
    };

    /// <inheritdoc/>
    protected override bool SetsWorkRange => Work is not null;

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var range = Range?.Checked("range") ?? scene.Settings.Range;
        var work = Work?.Checked("work") ?? scene.Settings.Work.FittedInto(range);
        if (!range.Contains(work))
            throw new Refusal("work", $"the work range {work.First} to {work.Last} reaches outside the scene's {range.First} to {range.Last}");
        return scene with { Settings = scene.Settings with { Range = range, Work = work } };
    }
}
