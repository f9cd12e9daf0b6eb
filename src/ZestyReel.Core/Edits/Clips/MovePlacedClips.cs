using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Moves clips in time, with the keys of their rates, and to another object.</summary>
/// <param name="Placed">Which ones.</param>
/// <param name="Frames">By how much; may be negative or fractional.</param>
/// <param name="Copy">They stay, and copies of them are moved.</param>
/// <param name="Played">The frames are played ones: each comes to start so much later, through the warps over its object.</param>
/// <param name="Onto">The object that they come to; left out, they stay on theirs.</param>
public sealed record MovePlacedClips(
    ImmutableArray<PlacedClipId> Placed, decimal Frames, bool Copy = false, bool Played = false, ObjectId? Onto = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var what = $"{(Copy ? "Copy" : "Move")} {(Placed.Length == 1 ? scene.Clip(scene.Placed(Placed[0]).Clip).Name : $"{Placed.Length} clips")}";
        return Onto is { } onto ? $"{what} to {scene.Object(onto).Name}" : FormattableString.Invariant($"{what} by {Frames} frames");
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Placed.IsDefaultOrEmpty) throw new Refusal("placed", "select at least one clip");
        var flow = new TimeFlow(scene);
        var next = scene.NextPlacedClipId().Value;
        foreach (var id in Placed.Distinct())
        {
            var placed = scene.Placed(id);
            var moved = placed.Later(Start(flow, scene.Rate, placed) - placed.Start);
            if (Onto is { } onto)
            {
                PlaceClip.Fits(scene.Clip(placed.Clip), scene.Object(onto, "onto"), "onto");
                moved = moved with { Object = onto };
            }
            scene = scene.With(SetPlacedClip.Checked(Copy ? moved with { Id = new PlacedClipId(next++) } : moved));
        }
        return scene;
    }

    private Tick Start(TimeFlow flow, FrameRate rate, PlacedClip placed)
    {
        if (!Played || flow.PlayedOf(placed.Object, placed.Start.Value) is not { } seen) return rate.Moved(placed.Start, Frames);
        var wanted = rate.Moved(new Tick((long)Math.Round(seen)), Frames);
        return SeenValues.KeyedAt(flow.SourceOf(Onto ?? placed.Object, wanted.Value));
    }
}
