using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>The way through space that an object is sampled on: straight from place to place, it is the way after a bake without tolerance.</summary>
/// <param name="Object">The object.</param>
/// <param name="Frames">The played frame of each sample.</param>
/// <param name="Places">Where its origin is in the world.</param>
public sealed record BakeWay(ObjectId Object, double[] Frames, Vector[] Places)
{
    /// <summary>Most places of all ways together.</summary>
    public const int MostPlaces = 100_000;

    /// <summary>The ways of the objects whose position is baked; of the first ones only, where there are too many places.</summary>
    /// <param name="scene">The scene before.</param>
    /// <param name="bake">The bake.</param>
    /// <param name="stop">Ends it early.</param>
    /// <exception cref="Refusal">The bake cannot be done.</exception>
    public static IEnumerable<BakeWay> Of(Scene scene, Bake bake, CancellationToken stop)
    {
        var plan = BakePlan.Of(scene, bake);
        if (plan.Grid.Count > MostPlaces) return [];
        var times = new FrameTimes(scene, plan.Grid.Moments()) { Stop = stop };
        var worlds = new WorldSampler(scene, times);
        var frames = Array.ConvertAll(times.Played.ToArray(), scene.Rate.FrameOf);
        return plan.Objects.Where(each => each.Specs.Any(spec => spec.Group == "Position")).Take((int)(MostPlaces / plan.Grid.Count))
            .Select(each => new BakeWay(each.Was.Id, frames, [.. worlds.Worlds(each.Was.Id).Select(world => world.Origin)]));
    }
}
