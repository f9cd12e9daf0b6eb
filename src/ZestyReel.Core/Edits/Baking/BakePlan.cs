using System.Collections.Immutable;
using ZestyReel.Core.Baking;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What a bake writes down, and the scene without what it takes off, into which the keys go.</summary>
internal sealed class BakePlan
{
    private readonly Bake _bake;
    private readonly Scene _before;
    private readonly Layer? _layer;
    private readonly long _channels;
    /// <summary>How many channels have been written so far.</summary>
    private long _written;

    private BakePlan(Bake bake, Scene before, Scene prepared, ImmutableArray<BakedObject> objects, BakeGrid grid, Layer? layer) =>
        (_bake, _before, Prepared, Objects, Grid, _layer, _channels) = (bake, before, prepared, objects, grid, layer, objects.Sum(each => (long)each.Specs.Length));

    /// <summary>The scene without what is taken off.</summary>
    public Scene Prepared { get; }

    /// <summary>The objects.</summary>
    public ImmutableArray<BakedObject> Objects { get; }

    /// <summary>When samples are taken.</summary>
    public BakeGrid Grid { get; }

    /// <exception cref="Refusal">There is nothing to bake, or it cannot be taken off.</exception>
    public static BakePlan Of(Scene scene, Bake bake)
    {
        if (bake.Targets.IsDefaultOrEmpty) throw new Refusal("targets", "select at least one object");
        _ = bake.Fewer().Checked();
        if (!Enum.IsDefined(bake.Into)) throw new Refusal("into", "bake into keys, a layer or a twin");
        if (bake.World && bake.Into == BakeInto.Layer) throw new Refusal("world", "keys in a layer lie in the object's own space; bake into keys or a twin instead");
        var grid = BakeGrid.Of(scene, bake.First, bake.Last, bake.PerFrame, bake.PerSecond);
        if (grid.Count > Traced.MostKeys) throw new Refusal("perFrame", $"that would be {grid.Count} samples on each channel, and {Traced.MostKeys} are the most; take fewer, or a shorter range");
        var off = new BakeOff(scene, bake);
        var objects = off.Objects();
        if (objects.Sum(each => each.Specs.Length) * grid.Count is var samples && samples > Bake.MostSamples)
            throw new Refusal("perFrame", $"that would be {samples} samples, and {Bake.MostSamples} are the most; take fewer, fewer channels, or a shorter range");
        var prepared = off.Prepared(objects);
        Layer? layer = null;
        if (bake.Into == BakeInto.Layer)
        {
            if (scene.Layers.Values.FirstOrDefault(other => other.Solo) is { } solo) throw new Refusal("into", $"{solo.Name} is solo, so that a new layer is not seen; let go of that first");
            layer = LayerEdits.New(scene, bake.Name is null ? LayerEdits.FreeName(scene, "Bake 1") : Names.Checked(bake.Name, "name"), LayerMode.Override) with { Strength = Within(grid, scene) };
            prepared = prepared.With(layer);
        }
        return new(bake, scene, prepared, objects, grid, layer);
    }

    /// <summary>The strength of a layer that is there within the range only.</summary>
    private static Channel Within(BakeGrid grid, Scene scene)
    {
        var range = scene.Settings.Range;
        if (grid.From <= scene.Rate.StartOf(range.First) && grid.To >= scene.Rate.StartOf(range.Last)) return Layer.Whole;
        Key Held(Tick time, double value) => new(time, value, Interpolation.Hold, Interpolation.Hold);
        return new(0, new Curve([Held(new Tick(grid.From.Value - 1), 0), Held(grid.From, 1), Held(new Tick(grid.To.Value + 1), 0)]));
    }

    /// <summary>What was to be seen of each object at some moments, channel for channel, beside what is seen after the bake.</summary>
    /// <param name="after">The scene after.</param>
    /// <param name="moments">Played times in ticks.</param>
    /// <param name="stop">Ends it early.</param>
    public IEnumerable<(BakedObject Object, ChannelSpec Spec, double[] Wanted, double[] Seen)> Compared(Scene after, double[] moments, CancellationToken stop)
    {
        var values = new BakedValues(_before, after, _layer, moments);
        var times = new FrameTimes(after, moments);
        return Objects.AsParallel().AsOrdered().WithCancellation(stop).SelectMany(each => values.Seen(each).Select((wanted, i) =>
            (each, each.Specs[i], wanted, Stages.Values(after.Object(each.Id), each.Specs[i].Name, times))));
    }

    /// <summary>The scene with the keys.</summary>
    public Scene Written()
    {
        var (moments, scene) = (Moments(), Prepared);
        // What carries others, or is aimed at, is written before them: they are set against it as it then is.
        var ids = Objects.Select(each => each.Was.Id).ToHashSet();
        foreach (var wave in Objects.GroupBy(each => _bake.Into == BakeInto.Keys ? _before.Behind(each.Was.Id).Count(other => ids.Contains(other.Id)) : 0).OrderBy(wave => wave.Key))
        {
            var values = new BakedValues(_before, scene, _layer, moments);
            var now = scene;
            scene = AtOnce([.. wave], baked => Written(now.Object(baked.Id), baked, values)).Aggregate(scene, (next, thing) => next.With(thing));
        }
        return scene;
    }

    /// <summary>Does something with each object by itself, on all cores; the first of several refusals counts, on any number of them.</summary>
    private static SceneObject[] AtOnce(BakedObject[] objects, Func<BakedObject, SceneObject> write)
    {
        var (written, refusals) = (new SceneObject[objects.Length], new Refusal?[objects.Length]);
        Parallel.For(0, objects.Length, new ParallelOptions { CancellationToken = Effort.Stop }, i =>
        {
            try
            {
                written[i] = write(objects[i]);
            }
            catch (Refusal refusal)
            {
                refusals[i] = refusal;
            }
        });
        return Array.Find(refusals, each => each is not null) is { } first ? throw first : written;
    }

    private SceneObject Written(SceneObject thing, BakedObject baked, BakedValues values)
    {
        if (_bake.Into == BakeInto.Twin)
            // What is not written down stands as it does at the start.
            foreach (var (spec, value) in values.AtStart(baked)) thing = thing.WithChannel(spec.Name, new Channel(spec.Within(value)));
        var rows = values.Of(baked);
        foreach (var (i, spec) in baked.Specs.Index())
        {
            Effort.Done(_written, _channels);
            var name = _layer is null ? spec.Name : LayeredName.Of(_layer.Id, spec.Name);
            var own = thing.Channel(name);
            thing = thing.WithChannel(name, BakedCurve.Of(own, _layer is null ? spec : spec.InLayer(_layer.Id), values.Source(baked, spec), rows[i], _bake.Fewer().Of(spec), thing.Name));
            Interlocked.Increment(ref _written);
        }
        return thing;
    }

    /// <summary>
    /// The moments of the grid, and the played ones of the keys that are there, so that what was exact stays so; where a
    /// hold or a cycle ends in a jump, the tick beside it as well.
    /// </summary>
    private double[] Moments()
    {
        var flow = new TimeFlow(_before);
        var moments = new SortedSet<double>(Grid.Moments());
        foreach (var each in Objects)
            foreach (var spec in each.Specs)
            {
                if (each.Was.Channels.GetValueOrDefault(spec.Name)?.Curve is not { } curve) continue;
                var way = CurveRef.Of(each.Was.Id, spec.Name);
                var keys = new SortedSet<Tick>(curve.Keys.Select(key => key.Time));
                CycleMoments.AddTo(keys, curve, (new((long)flow.SourceOf(way, Grid.From.Value)), new((long)flow.SourceOf(way, Grid.To.Value))));
                if (keys.Count > Grid.Count) continue;
                foreach (var key in keys)
                {
                    if (flow.PlayedOf(way, key.Value) is not { } played || Math.Round(played) is var at && (at <= Grid.From.Value || at > Grid.To.Value)) continue;
                    if (at < Grid.To.Value) moments.Add(at);
                    if (at - 1 > Grid.From.Value && Jumps(curve, key, -1)) moments.Add(at - 1);
                    if (at + 1 < Grid.To.Value && Jumps(curve, key, 1)) moments.Add(at + 1);
                }
            }
        return [.. moments];
    }

    /// <summary>Whether a curve jumps from a moment to the tick after it or before it.</summary>
    private static bool Jumps(Curve curve, Tick at, int way)
    {
        double Value(int ticks) => curve.ValueAt(at.Value + (double)ticks * way);
        var step = Math.Abs(Value(1) - Value(0));
        return step > 1e-3 * Math.Max(1, Math.Abs(Value(0))) && step > 16 * Math.Abs(Value(2) - Value(1));
    }
}
