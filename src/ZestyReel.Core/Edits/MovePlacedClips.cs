using System.Collections.Immutable;
using ZestyReel.Core.Clips;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Moves clips on their objects in time, with the keys of their rates.</summary>
/// <param name="Placed">Which ones.</param>
/// <param name="Frames">By how much; may be negative or fractional.</param>
/// <param name="Copy">They stay, and copies of them are moved.</param>
/// <param name="Played">The frames are played ones: each comes to start so much later, through the warps over its object.</param>
public sealed record MovePlacedClips(ImmutableArray<PlacedClipId> Placed, decimal Frames, bool Copy = false, bool Played = false) : Edit
{
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"{(Copy ? "Copy" : "Move")} {(Placed.Length == 1 ? scene.Clip(scene.Placed(Placed[0]).Clip).Name : $"{Placed.Length} clips")} by {Frames} frames");

    public override Scene Apply(Scene scene)
    {
        if (Placed.IsDefaultOrEmpty) throw new Refusal("placed", "choose at least one clip");
        var flow = new TimeFlow(scene);
        foreach (var id in Placed.Distinct())
        {
            var placed = scene.Placed(id);
            var moved = placed.Later(Start(flow, scene.Rate, placed) - placed.Start);
            scene = scene.With(SetPlacedClip.Checked(Copy ? moved with { Id = scene.NextPlacedClipId() } : moved));
        }
        return scene;
    }

    private Tick Start(TimeFlow flow, FrameRate rate, PlacedClip placed)
    {
        if (!Played || flow.PlayedOf(placed.Object, "", placed.Start.Value) is not { } seen) return rate.Moved(placed.Start, Frames);
        var wanted = rate.Moved(new Tick((long)Math.Round(seen)), Frames);
        return new Tick((long)Math.Round(flow.SourceOf(placed.Object, "", wanted.Value)));
    }
}
