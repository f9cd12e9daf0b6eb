using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Baking;

/// <summary>A sum of curves, each so many times, written down as one; see <see cref="Traced"/>.</summary>
/// <param name="spec">The channel of all of them.</param>
internal sealed class CurveSum(ChannelSpec spec)
{
    private const double Slack = 1e-9;

    private readonly List<Term> _terms = [];

    /// <summary>A curve and how many times it counts, which may change with time.</summary>
    private readonly record struct Term(Channel Channel, Func<double, double>? Weight, double Still)
    {
        public double At(double time) => Weight is null ? Still : Weight(time);

        public Term Times(Channel factor, Func<double, double> of)
        {
            if (Weight is null && factor.Curve is null) return this with { Still = Still * of(factor.Still) };
            var (weight, still) = (Weight, Still);
            return this with { Weight = time => (weight is null ? still : weight(time)) * of(factor.ValueAt(time)) };
        }
    }

    /// <summary>Adds a curve so many times.</summary>
    public CurveSum With(Channel channel, double weight)
    {
        _terms.Add(new(channel, null, weight));
        return this;
    }

    /// <summary>Lays a layer's curve over what is there already.</summary>
    public CurveSum Under(Layer layer, Curve curve)
    {
        if (layer.Mode == LayerMode.Override)
            for (var i = 0; i < _terms.Count; i++) _terms[i] = _terms[i].Times(layer.Strength, strength => 1 - strength);
        _terms.Add(new Term(new Channel(0, curve), null, 1).Times(layer.Strength, strength => strength));
        return this;
    }

    /// <summary>Whether the sum left what the channel can have, where it is kept to its limits.</summary>
    public bool LeftLimits { get; private set; }

    /// <summary>The sum as one curve.</summary>
    /// <param name="range">The played part of the scene, up to which what goes on outside the keys is written down.</param>
    /// <param name="more">Further moments at which it may jump or bend.</param>
    /// <param name="tolerance">The largest difference in value; above 0.</param>
    /// <exception cref="Refusal">It would take too many keys.</exception>
    public Curve Written((Tick From, Tick To) range, IEnumerable<Tick> more, double tolerance)
    {
        var moments = new SortedSet<Tick>(more);
        var curves = _terms.Select(term => term.Channel.Curve).OfType<Curve>().ToList();
        foreach (var curve in curves) moments.UnionWith(curve.Keys.Select(key => key.Time));
        foreach (var curve in curves) CycleMoments.AddTo(moments, curve, range);
        var keys = Traced.Keys([.. moments], Values, spec.HoldsOnly ? null : Exactly, tolerance, spec.HoldsOnly);
        return new([.. keys.Select(spec.Fitted)]);
    }

    private void Values(double[] times, Span<double> values)
    {
        var room = new double[times.Length];
        values.Clear();
        foreach (var term in _terms)
        {
            if (term.Channel.Curve is { } curve) curve.ValuesAt(times, room);
            else Array.Fill(room, term.Channel.Still);
            for (var i = 0; i < times.Length; i++)
            {
                var weight = term.At(times[i]);
                // What only holds is taken from one of them.
                if (!spec.HoldsOnly) values[i] += weight == 0 ? 0 : weight * room[i];
                else if (weight >= 0.5) values[i] = room[i];
            }
        }
        foreach (ref var value in values)
        {
            LeftLimits |= value < spec.Least - Slack || value > spec.Most + Slack;
            value = spec.Within(value);
        }
    }

    private Segment? Exactly(Tick from, Tick to)
    {
        var parts = new List<(Segment Part, double Weight)>(_terms.Count);
        foreach (var term in _terms)
        {
            if (term.Weight is not null) return null;
            if (term.Still == 0) continue;
            if ((term.Channel.Curve is { } curve ? curve.Between(from, to) : Stretches.Flat(from, to, term.Channel.Still)) is not { } part) return null;
            parts.Add((part, term.Still));
        }
        var bent = parts.Where(each => !each.Part.IsLine()).Select(each => each.Part).ToList();
        var (t1, t2) = bent.Count == 0 ? (1.0 / 3, 2.0 / 3) : (bent[0].T1, bent[0].T2);
        if (bent.Any(part => Math.Abs(part.T1 - t1) > 1e-12 || Math.Abs(part.T2 - t2) > 1e-12)) return null;
        double v0 = 0, v1 = 0, v2 = 0, v3 = 0;
        foreach (var (part, weight) in parts)
        {
            var (isLine, rise) = (part.IsLine(), part.V3 - part.V0);
            v0 += weight * part.V0;
            v1 += weight * (isLine ? part.V0 + rise * t1 : part.V1);
            v2 += weight * (isLine ? part.V0 + rise * t2 : part.V2);
            v3 += weight * part.V3;
        }
        // A curve that leaves the limits is not what is seen.
        if (Math.Min(Math.Min(v0, v1), Math.Min(v2, v3)) < spec.Least || Math.Max(Math.Max(v0, v1), Math.Max(v2, v3)) > spec.Most) return null;
        return new(from.Value, (to - from).Value, t1, t2, v0, v1, v2, v3, false);
    }
}
