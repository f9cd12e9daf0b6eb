using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Adds a cue: something happens, and motion starts.</summary>
/// <param name="When">What it waits for.</param>
/// <param name="Starts">What it starts.</param>
/// <param name="Anchor">The frame of the motion, on the clock that it has without the cue, that is to be seen when the cue calls; the first key of what it starts when left out.</param>
/// <param name="From">The played frame from which on it waits; the first of the scene when left out.</param>
/// <param name="Offset">So many frames later than what it waits for; earlier where negative.</param>
/// <param name="Name">What it is called; left out, it is named after what it starts.</param>
public sealed record AddCue(
    CueWhen When, ImmutableArray<TimeTarget> Starts, decimal? Anchor = null, decimal? From = null, decimal Offset = 0, string? Name = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Add cue {Name ?? CueEdits.NameFor(scene, Starts)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        CueRules.Check(scene, When);
        var starts = CueEdits.Checked(scene, Starts);
        var taken = scene.Cues.Values.Select(cue => cue.Name).ToHashSet();
        var name = Name is null ? Names.Free(CueEdits.NameFor(scene, starts), taken) : Names.Checked(Name, "name");
        var anchor = Anchor is { } frame ? scene.Rate.At(frame, "anchor") : CueEdits.FirstSeen(scene, starts);
        var cue = new Cue(
            new(scene.Cues.IsEmpty ? 1 : scene.Cues.Keys.Max().Value + 1), name, true, When,
            scene.Rate.At(From ?? scene.Settings.Range.First, "from"), scene.Rate.At(Offset, "offset") - Tick.Zero, starts, anchor);
        return scene.With(cue);
    }
}
