using ZestyReel.Core.Clips;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Changes a clip on an object. What is left out stays as it is.</summary>
/// <param name="Placed">Which one.</param>
/// <param name="Start">Its first frame, in source; what it plays from there on stays the same.</param>
/// <param name="End">Its last frame, in source.</param>
/// <param name="Offset">The phase at which it starts, in frames.</param>
/// <param name="Rounds">What it does when it has been played through.</param>
/// <param name="After">What is left of it after its end.</param>
public sealed record SetPlacedClip(
    PlacedClipId Placed, decimal? Start = null, decimal? End = null, decimal? Offset = null,
    ClipRounds? Rounds = null, ClipAfter? After = null) : Edit
{
    public override string Title(Scene scene)
    {
        var placed = scene.Placed(Placed);
        var what = $"{scene.Clip(placed.Clip).Name} on {scene.Object(placed.Object).Name}";
        return this switch
        {
            { Start: { } start } => FormattableString.Invariant($"Start {what} at {start}"),
            { End: { } end } => FormattableString.Invariant($"End {what} at {end}"),
            { Offset: { } offset } => FormattableString.Invariant($"Offset {what} by {offset} frames"),
            { Rounds: ClipRounds.Once } => $"{what} plays once",
            { Rounds: ClipRounds.Repeat } => $"{what} repeats",
            { Rounds: ClipRounds.RepeatOffset } => $"{what} repeats with offset",
            { After: ClipAfter.Hold } => $"{what} holds after its end",
            _ => $"{what} lets go after its end",
        };
    }

    public override Scene Apply(Scene scene)
    {
        var placed = scene.Placed(Placed);
        if (Rounds is { } rounds && !Enum.IsDefined(rounds) || After is { } after && !Enum.IsDefined(after)) throw new Refusal("rounds", "there is no such way");
        if (Start is { } first)
        {
            var start = scene.Rate.At(first, "start");
            placed = placed with { Start = start, Offset = (long)Math.Round(placed.Phase()(start.Value)) };
        }
        if (End is { } last) placed = placed with { End = scene.Rate.At(last, "end") };
        if (Offset is { } offset) placed = placed with { Offset = scene.Rate.At(offset, "offset").Value };
        return scene.With(Checked(placed with { Rounds = Rounds ?? placed.Rounds, After = After ?? placed.After }));
    }

    /// <exception cref="Refusal">Its ends are the wrong way round, or out of reach.</exception>
    internal static PlacedClip Checked(PlacedClip placed)
    {
        if (placed.End <= placed.Start) throw new Refusal("end", "a clip ends after it starts; give a later end or an earlier start");
        if (!placed.Start.IsWithinReach || !placed.End.IsWithinReach) throw new Refusal("end", "the clip would reach out of reach; give nearer ends");
        return placed;
    }
}
