using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Baking;

/// <summary>Where what goes on outside a curve's keys jumps or bends.</summary>
internal static class CycleMoments
{
    /// <summary>Adds them, as far as the scene is played.</summary>
    /// <param name="moments">Those that there are already; at least one.</param>
    /// <param name="curve">The curve.</param>
    /// <param name="range">The first and the last moment that are played.</param>
    /// <exception cref="Refusal">There are too many.</exception>
    public static void AddTo(SortedSet<Tick> moments, Curve curve, (Tick From, Tick To) range)
    {
        var (first, last) = (curve.Keys[0].Time, curve.Keys[^1].Time);
        var period = (last - first).Value;
        if (curve.Before != Extrapolation.Hold && range.From < moments.Min) moments.Add(range.From);
        if (curve.After != Extrapolation.Hold && range.To > moments.Max) moments.Add(range.To);
        if (period == 0) return;
        Add(curve.Before, moments.Min, first);
        Add(curve.After, last, moments.Max);

        void Add(Extrapolation how, Tick low, Tick high)
        {
            if (how is Extrapolation.Hold or Extrapolation.Straight) return;
            for (var cycle = (long)Math.Floor((double)(low - first).Value / period); cycle <= (high - first).Value / period; cycle++)
            {
                foreach (var key in curve.Keys)
                {
                    var isTurned = how == Extrapolation.Mirror && cycle % 2 != 0;
                    var time = new Tick(cycle * period + (isTurned ? first.Value + last.Value - key.Time.Value : key.Time.Value));
                    if (time > low && time < high) moments.Add(time);
                }
                if (moments.Count > Traced.MostKeys) throw Traced.TooMany();
            }
        }
    }
}
