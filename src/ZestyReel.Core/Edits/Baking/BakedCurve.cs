using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts samples into a channel in place of its own keys between the first sample and the last.</summary>
internal static class BakedCurve
{
    private const double Same = 1e-9;

    /// <summary>The channel with the samples as keys, straight between them, or reduced.</summary>
    /// <param name="own">The channel as it is.</param>
    /// <param name="spec">What is known of it.</param>
    /// <param name="source">The source times of the samples, in ticks.</param>
    /// <param name="values">The samples.</param>
    /// <param name="tolerance">How far fewer keys may be off; 0 keeps each sample.</param>
    /// <param name="name">Whose channel, for a person.</param>
    /// <exception cref="Refusal">Time does not run forward over the samples.</exception>
    public static Channel Of(Channel own, ChannelSpec spec, double[] source, double[] values, double tolerance, string name)
    {
        var isSteady = Array.TrueForAll(values, value => Math.Abs(value - values[0]) <= Same * Math.Max(1, Math.Abs(values[0])));
        if (isSteady && own.Curve is null && !LayeredName.Is(spec.Name)) return own with { Still = spec.Within(values[0]) };
        var samples = Samples(spec, source, values, isSteady, tolerance, name);
        if (own.Curve is not { } curve) return own with { Curve = samples };
        var (from, to) = (samples.Keys[0].Time, samples.Keys[^1].Time);
        // What goes on beyond the keys is written down as far as the samples go.
        var before = from < curve.Keys[0].Time ? Extrapolation.Hold : curve.Before;
        var after = to > curve.Keys[^1].Time ? Extrapolation.Hold : curve.After;
        var whole = (from > curve.Keys[0].Time ? curve.SplitAt(from) : curve) is var left && to < curve.Keys[^1].Time ? left.SplitAt(to) : left;
        ImmutableArray<Key> earlier = [.. whole.Keys.Where(key => key.Time < from)], later = [.. whole.Keys.Where(key => key.Time > to)];
        var inside = samples.Keys.ToBuilder();
        // At both ends the sides that look away from the samples are what they were.
        if (!earlier.IsEmpty && whole.IndexOf(from) is >= 0 and var first) inside[0] = inside[0] with { In = whole.Keys[first].In, InHandle = whole.Keys[first].InHandle };
        if (!later.IsEmpty && whole.IndexOf(to) is >= 0 and var last) inside[^1] = inside[^1] with { Out = whole.Keys[last].Out, OutHandle = whole.Keys[last].OutHandle };
        var keys = KeptCourse.Of(whole, [.. earlier, .. inside, .. later]);
        return own with { Curve = new Curve([.. keys.Select(spec.Fitted)], before, after) };
    }

    private static Curve Samples(ChannelSpec spec, double[] source, double[] values, bool isSteady, double tolerance, string name)
    {
        var mode = spec.HoldsOnly ? Interpolation.Hold : Interpolation.Linear;
        var keys = ImmutableArray.CreateBuilder<Key>(values.Length);
        for (var i = 0; i < values.Length; i++)
        {
            if (isSteady && i > 0 && i < values.Length - 1) continue;
            var time = SeenValues.KeyedAt(source[i]);
            if (keys.Count > 0 && time <= keys[^1].Time)
                throw new Refusal("parts", $"time stands still or runs backwards in {name}, so that no keys there can say what is seen; bake warps and cues as well, or the warp by itself");
            // A value that holds on is said once.
            if (spec.HoldsOnly && keys.Count > 0 && values[i] == keys[^1].Value && i < values.Length - 1) continue;
            keys.Add(spec.Fitted(new Key(time, spec.Within(values[i]), mode, mode)));
        }
        var dense = new Curve(keys.DrainToImmutable());
        return tolerance == 0 || spec.HoldsOnly || dense.Keys.Length < 3 ? dense : dense.WithKeys([.. Reduction.Of(dense, [(0, dense.Keys.Length - 1)], tolerance).Select(spec.Fitted)]);
    }
}
