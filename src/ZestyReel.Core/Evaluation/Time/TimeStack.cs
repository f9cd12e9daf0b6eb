using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>The way of a channel from played time to source time: the cue that starts it, then warps in their order.</summary>
public sealed class TimeStack
{
    /// <summary>Source time is played time.</summary>
    public static readonly TimeStack Plain = new(0, null, []);

    /// <param name="shift">So many ticks later than without its cue it is seen.</param>
    /// <param name="standing">The source time at which it stands, as the cue never calls; null where it does.</param>
    /// <param name="warps">The warps, outermost first.</param>
    internal TimeStack(double shift, double? standing, Warp[] warps) => (Shift, Standing, Warps) = (shift, standing, warps);

    /// <summary>So many ticks later than without its cue it is seen.</summary>
    public double Shift { get; }

    /// <summary>The source time, in ticks, at which it stands for ever, as its cue never calls; null where it does not stand.</summary>
    public double? Standing { get; }

    /// <summary>The warps, outermost first.</summary>
    public Warp[] Warps { get; }

    /// <summary>Whether source time is played time.</summary>
    public bool IsPlain => Shift == 0 && Standing is null && Warps.Length == 0;

    /// <summary>What decides the way, as a key.</summary>
    internal (double, double?, string) Key => (Shift, Standing, string.Join(' ', Warps.Select(warp => warp.Id.Value)));

    /// <summary>The source time of a played time, both in ticks.</summary>
    public double SourceOf(double played)
    {
        if (Standing is { } stands) return stands;
        played -= Shift;
        foreach (var warp in Warps)
        {
            var near = 0;
            played = warp.SourceOf(played, ref near);
        }
        return played;
    }

    /// <summary>The source times of a run of played times, all in ticks.</summary>
    internal double[] SourceOf(double[] played)
    {
        if (Standing is { } stands) return Array.ConvertAll(played, _ => stands);
        var times = Shift == 0 ? played : Array.ConvertAll(played, time => time - Shift);
        foreach (var warp in Warps)
        {
            var near = 0;
            times = Array.ConvertAll(times, time => warp.SourceOf(time, ref near));
        }
        return times;
    }

    /// <summary>The first played time at which a source time is seen, both in ticks; null where it never is.</summary>
    public double? PlayedOf(double source)
    {
        if (Standing is not null) return null;
        double? played = source;
        for (var i = Warps.Length - 1; i >= 0; i--) played = played is { } time ? Warps[i].PlayedOf(time) : null;
        return played + Shift;
    }

    /// <summary>As the other, with what has been found already.</summary>
    public double? PlayedOf(double source, Dictionary<double, double?> known)
    {
        // Keys stand on the same frames again and again.
        if (!known.TryGetValue(source, out var played)) known[source] = played = PlayedOf(source);
        return played;
    }
}
