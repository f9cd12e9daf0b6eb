using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects that bounce fall from a frame on: until then they are where their keys say. Other keys of their falling go.</summary>
/// <param name="Objects">What falls.</param>
/// <param name="At">The played frame.</param>
public sealed record LetFall(ImmutableArray<ObjectId> Objects, decimal At) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Let {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} fall";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (from, start) = (scene.Rate.At(At, "at"), scene.Rate.StartOf(scene.Settings.Range.First));
        if (from < start) throw new Refusal("at", "loose motion starts with the scene range; let them fall on a frame of it");
        return LooseEdits.Each(scene, Objects, (thing, i) =>
        {
            if (thing.Bounce is null) throw new Refusal($"objects[{i}]", $"{thing.Name} does not bounce");
            thing.Unlocked(Bounce.Falling, "objects");
            if (from == start) return thing.WithChannel(Bounce.Falling, new Channel(1));
            var times = new FrameTimes(scene, [start.Value, from.Value]).For(thing.Id, Bounce.Falling);
            var (before, at) = (SeenValues.KeyedAt(times[0]), SeenValues.KeyedAt(times[1]));
            if (at <= before) throw new Refusal("at", $"time does not run forward for {thing.Name} there; bake the warp, or let it fall on another frame");
            return thing.WithChannel(Bounce.Falling, new Channel(1, new Curve([new(before, 0, Interpolation.Hold, Interpolation.Hold), new(at, 1, Interpolation.Hold, Interpolation.Hold)])));
        });
    }
}
