using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Renames a cue, switches it on or off, or changes what it waits for and starts. What is left out stays.</summary>
/// <param name="Cue">Which one.</param>
/// <param name="Name">What it is called.</param>
/// <param name="On">Whether it does anything.</param>
/// <param name="When">What it waits for.</param>
/// <param name="From">The played frame from which on it waits.</param>
/// <param name="Offset">So many frames later than what it waits for.</param>
/// <param name="Starts">What it starts.</param>
/// <param name="Anchor">The frame of the motion that is to be seen when it calls, on the clock that the motion has without the cue.</param>
public sealed record SetCue(
    CueId Cue, string? Name = null, bool? On = null, CueWhen? When = null, decimal? From = null, decimal? Offset = null,
    ImmutableArray<TimeTarget>? Starts = null, decimal? Anchor = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var cue = scene.Cue(Cue);
        if (Name is not null && Name != cue.Name) return $"Rename cue {cue.Name} to {Name}";
        if (On is { } on) return $"Switch {cue.Name} {(on ? "on" : "off")}";
        return Offset is not null && When is null ? $"Offset of {cue.Name}" : $"Change cue {cue.Name}";
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (cue, rate) = (scene.Cue(Cue), scene.Rate);
        if (When is not null) CueRules.Check(scene, When);
        return scene.With(cue with
        {
            Name = Name is null ? cue.Name : Names.Checked(Name, "name"),
            On = On ?? cue.On,
            When = When ?? cue.When,
            From = From is { } from ? rate.At(from, "from") : cue.From,
            Offset = Offset is { } offset ? rate.At(offset, "offset") - Tick.Zero : cue.Offset,
            Starts = Starts is { } starts ? CueEdits.Checked(scene, starts) : cue.Starts,
            Anchor = Anchor is { } anchor ? rate.At(anchor, "anchor") : cue.Anchor,
        });
    }
}
