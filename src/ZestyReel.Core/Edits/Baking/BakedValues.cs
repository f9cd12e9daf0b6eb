using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>The values that keys must have at some played moments so that what was seen is seen. Safe to use from several threads.</summary>
internal sealed class BakedValues
{
    /// <summary>For how many moments what is left over a channel may be undone, one by one.</summary>
    private const int MostUndone = 100_000;

    private readonly Layer? _layer;
    private readonly FrameTimes _before, _after;
    private readonly Scene _scene, _prepared;
    private readonly double[] _moments;

    /// <param name="before">The scene as it is.</param>
    /// <param name="prepared">The scene without what is taken off.</param>
    /// <param name="layer">The new layer that takes the keys; null where the channels themselves take them.</param>
    /// <param name="moments">Played times in ticks.</param>
    public BakedValues(Scene before, Scene prepared, Layer? layer, double[] moments)
    {
        (_scene, _prepared, _layer, _moments) = (before, prepared, layer, moments);
        (_before, _after) = (new FrameTimes(before, moments) { Stop = Effort.Stop }, new FrameTimes(prepared, moments) { Stop = Effort.Stop });
    }

    /// <summary>What is to be seen of an object: one row for each channel.</summary>
    public double[][] Seen(BakedObject baked)
    {
        var thing = _prepared.Object(baked.Id);
        var placed = baked.IsPlaced ? new KeptWorlds(_scene, _prepared, _moments).Seen(thing, baked.Was.Id) : null;
        var transform = WorldSampler.TransformOf(thing).Select(spec => spec.Name).ToList();
        return [.. baked.Specs.Select(spec => placed is not null && transform.IndexOf(spec.Name) is >= 0 and var at ? placed[at] : Stages.Values(baked.Was, spec.Name, _before))];
    }

    /// <summary>What the keys of an object must say: one row for each channel.</summary>
    /// <exception cref="Refusal">No keys give what is seen.</exception>
    public double[][] Of(BakedObject baked)
    {
        var rows = Seen(baked);
        if (_layer is not null) return OverLayers(baked, rows);
        var thing = _prepared.Object(baked.Id);
        var worlds = new KeptWorlds(_scene, _prepared, _moments);
        foreach (var (i, spec) in baked.Specs.Index())
        {
            if (_moments.Length > MostUndone && Stages.DriverOf(thing, spec.Name, _after) is { } driver)
                throw new Refusal("parts", $"so many samples cannot be led back through {driver} of {thing.Name}; bake that as well, or take fewer samples");
            worlds.Own(thing, spec, rows[i]);
        }
        return rows;
    }

    /// <summary>A layer that overrides all below it says what is seen, but for speeds, which are added above layers.</summary>
    private double[][] OverLayers(BakedObject baked, double[][] rows)
    {
        foreach (var (i, spec) in baked.Specs.Index())
            if (SpeedStage.AddedTo(baked.Was, spec.Name, _before) is { } sums)
                for (var k = 0; k < sums.Length; k++) rows[i][k] -= sums[k];
        return rows;
    }

    /// <summary>What the channels of a twin that are not written down are at the first moment.</summary>
    public IEnumerable<(ChannelSpec Spec, double Value)> AtStart(BakedObject baked)
    {
        var thing = _prepared.Object(baked.Id);
        double[] first = [_moments[0]];
        var placed = new KeptWorlds(_scene, _prepared, first).Seen(thing, baked.Was.Id);
        var transform = WorldSampler.TransformOf(thing).Select(spec => spec.Name).ToList();
        var times = new FrameTimes(_scene, first);
        foreach (var spec in thing.Specs)
            if (!baked.Specs.Contains(spec))
                yield return (spec, transform.IndexOf(spec.Name) is >= 0 and var at ? placed[at][0] : Stages.Values(baked.Was, spec.Name, times)[0]);
    }

    /// <summary>The source times at which the keys of a channel stand, in ticks.</summary>
    public double[] Source(BakedObject baked, ChannelSpec spec) => _after.For(baked.Id, spec.Name);
}
