using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Baking;

/// <summary>Writes layers down: into the base, or two that lie on each other into one.</summary>
internal static class LayerMerging
{
    /// <summary>The scene with some layers in the base, from the lowest up, and without them.</summary>
    /// <exception cref="Refusal">Something stands in the way.</exception>
    public static Scene IntoBase(Scene scene, ImmutableArray<Layer> layers, double tolerance)
    {
        var flow = new TimeFlow(scene);
        var clips = FrameTimes.At(scene, Tick.Zero);
        foreach (var thing in scene.Objects.Values)
        {
            var changed = thing;
            foreach (var spec in thing.Specs)
            {
                var over = Over(thing, layers, spec);
                if (over.Count == 0) continue;
                if (QuaternionRotation.Covers(thing, spec.Name))
                    throw new Refusal("layer", $"{thing.Name} has quaternion interpolation; new keys would change its rotation. Let it rotate about each axis first");
                if (over.Any(each => each.Layer.Mode == LayerMode.Override) && clips.ClipsOn(thing.Id)?.Covers(spec.Name) == true)
                    throw new Refusal("layer", $"{thing.Name} has a clip on it that is overridden; bake it first, or take it off");
                foreach (var (layer, _) in over) RefuseOtherClock(flow, thing, spec, layer);
                var sum = new CurveSum(spec).With(thing.Channel(spec.Name), 1);
                foreach (var (layer, curve) in over) sum.Under(layer, curve);
                var written = sum.Written(Played(scene), Bends(over.Select(each => each.Layer)), tolerance);
                if (sum.LeftLimits && Over(thing, [.. scene.Layers.Values.Where(layer => layer.On && !layers.Contains(layer))], spec).Count > 0)
                    throw new Refusal("layer", $"{thing.Name}'s {spec.Name} would leave its limits in the base, which the layers above bring back; merge all layers instead");
                changed = changed.WithChannel(spec.Name, thing.Channel(spec.Name) with { Curve = written });
            }
            if (changed != thing) scene = scene.With(changed);
        }
        return scene;
    }

    /// <summary>The scene with what a layer has added to the one below it, which has all its strength then.</summary>
    /// <exception cref="Refusal">Something stands in the way.</exception>
    public static Scene IntoLayer(Scene scene, Layer layer, Layer below, double tolerance)
    {
        var isAdding = (layer.Mode, below.Mode) == (LayerMode.Add, LayerMode.Add);
        if (!isAdding && (layer.Mode != LayerMode.Override || below.Mode != LayerMode.Override || !IsWhole(layer) || !IsWhole(below)))
            throw new Refusal("layer", $"{layer.Name} and {below.Name} cannot be one layer: both must add, or both override with all their strength. Merge all layers into the base instead");
        var flow = new TimeFlow(scene);
        foreach (var thing in scene.Objects.Values)
        {
            var changed = thing;
            foreach (var spec in thing.Specs)
            {
                var (upper, lower) = (CurveIn(thing, layer, spec), CurveIn(thing, below, spec));
                if (upper is null && (lower is null || IsWhole(below))) continue;
                foreach (var each in (Layer[])[layer, below])
                    if (CurveIn(thing, each, spec) is not null) RefuseOtherClock(flow, thing, spec, each);
                var kept = isAdding ? Sum(upper, lower, spec) : upper ?? lower!;
                changed = changed.WithChannel(LayeredName.Of(below.Id, spec.Name), new Channel(0, kept));
            }
            if (changed != thing) scene = scene.With(changed);
        }
        return isAdding ? scene.With(scene.Layer(below.Id) with { Strength = Layer.Whole }) : scene;

        Curve Sum(Curve? upper, Curve? lower, ChannelSpec spec)
        {
            // Alone at all its strength it is as it was, to the last bit.
            if (lower is null && IsWhole(layer)) return upper!;
            if (upper is null && IsWhole(below)) return lower!;
            var sum = new CurveSum(spec.InLayer(below.Id));
            if (lower is not null) sum.Under(below, lower);
            if (upper is not null) sum.Under(layer, upper);
            return sum.Written(Played(scene), Bends([layer, below]), tolerance);
        }
    }

    private static bool IsWhole(Layer layer) => layer.Strength is { Curve: null, Still: 1 };

    private static Curve? CurveIn(SceneObject thing, Layer layer, ChannelSpec spec) => thing.Channels.GetValueOrDefault(LayeredName.Of(layer.Id, spec.Name))?.Curve;

    /// <summary>The layers that have keys of a channel, and do something with it.</summary>
    private static List<(Layer Layer, Curve Curve)> Over(SceneObject thing, ImmutableArray<Layer> layers, ChannelSpec spec) =>
        [.. layers.Where(layer => !spec.HoldsOnly || layer.Mode == LayerMode.Override).SelectMany(layer => CurveIn(thing, layer, spec) is { } curve ? (IEnumerable<(Layer, Curve)>)[(layer, curve)] : [])];

    /// <summary>A strength runs on the played clock, keys on their own.</summary>
    private static void RefuseOtherClock(TimeFlow flow, SceneObject thing, ChannelSpec spec, Layer layer)
    {
        if (layer.Strength.Curve is not null && !flow.Covering(thing.Id, spec.Name).IsPlain)
            throw new Refusal("layer", $"the strength of {layer.Name} is keyed, and {thing.Name} is retimed by a warp or a cue; bake that first");
    }

    private static IEnumerable<Tick> Bends(IEnumerable<Layer> layers) => layers.SelectMany(layer => layer.Strength.Curve?.Keys ?? []).Select(key => key.Time);

    private static (Tick From, Tick To) Played(Scene scene) => (scene.Rate.StartOf(scene.Settings.Range.First), scene.Rate.StartOf(scene.Settings.Range.Last));
}
