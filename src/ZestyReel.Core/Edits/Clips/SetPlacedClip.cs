using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Changes clips on their objects. What is left out stays as it is.</summary>
/// <param name="Placed">Which ones.</param>
/// <param name="Start">Their first frame, in source; what they play from there on stays the same.</param>
/// <param name="End">Their last frame, in source.</param>
/// <param name="Times">How often they are played through from their start on, at the rate of 1; above 0.</param>
/// <param name="Offset">The phase at which they start, in frames.</param>
/// <param name="Cycle">What they do when they have been played through.</param>
/// <param name="After">What is left of them after their ends.</param>
public sealed record SetPlacedClip(
    ImmutableArray<PlacedClipId> Placed, decimal? Start = null, decimal? End = null, decimal? Times = null, decimal? Offset = null,
    ClipCycle? Cycle = null, ClipAfter? After = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var what = Placed is [var only] && scene.Placed(only) is var placed ? $"{scene.Clip(placed.Clip).Name} on {scene.Object(placed.Object).Name}" : $"{Placed.Length} clips";
        return this switch
        {
            { Start: { } start } => FormattableString.Invariant($"Start {what} at {start}"),
            { End: { } end } => FormattableString.Invariant($"End {what} at {end}"),
            { Times: { } times } => FormattableString.Invariant($"Play {what} {times} times"),
            { Offset: { } offset } => FormattableString.Invariant($"Offset {what} by {offset} frames"),
            { Cycle: ClipCycle.Once } => $"Play {what} once",
            { Cycle: ClipCycle.Repeat } => $"Repeat {what}",
            { Cycle: ClipCycle.RepeatOffset } => $"Repeat {what} with offset",
            { After: ClipAfter.Hold } => $"Hold {what} after the end",
            _ => $"Let go of {what} after the end",
        };
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Placed.IsDefaultOrEmpty) throw new Refusal("placed", "select at least one clip");
        if (Cycle is { } cycle && !Enum.IsDefined(cycle) || After is { } after && !Enum.IsDefined(after)) throw new Refusal("cycle", "there is no such way");
        return Placed.Distinct().Aggregate(scene, (now, id) => now.With(Changed(scene, scene.Placed(id))));
    }

    private PlacedClip Changed(Scene scene, PlacedClip placed)
    {
        var rate = scene.Rate;
        if (Start is { } first)
        {
            var start = rate.At(first, "start");
            placed = placed with { Start = start, Offset = (long)Math.Round(placed.Phase()(start.Value)) };
        }
        if (End is { } last) placed = placed with { End = rate.At(last, "end") };
        if (Times is { } times) placed = placed with { End = PlaceClip.EndOf(scene.Clip(placed.Clip), placed.Start, times) };
        if (Offset is { } offset) placed = placed with { Offset = rate.At(offset, "offset").Value };
        return Checked(placed with { Cycle = Cycle ?? placed.Cycle, After = After ?? placed.After });
    }

    /// <exception cref="Refusal">Its ends are the wrong way round, or out of reach.</exception>
    internal static PlacedClip Checked(PlacedClip placed)
    {
        if (placed.End <= placed.Start) throw new Refusal("end", "a clip ends after it starts; give a later end or an earlier start");
        if (!placed.Start.IsWithinReach || !placed.End.IsWithinReach) throw new Refusal("end", "the clip would reach out of reach; give nearer ends");
        return placed;
    }
}
