using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// The fixed places in played time on which loose motion is worked out: 480 a second, from the scene's first frame on. So a
/// moment's value is the same whatever other moments are asked for.
/// </summary>
/// <param name="Start">The first place, in ticks.</param>
internal readonly record struct LooseGrid(double Start)
{
    /// <summary>From one place to the next: in ticks, and in seconds.</summary>
    public const double Step = 1_470_000, Seconds = 1.0 / 480;

    /// <summary>Places from one kept state to the next: two seconds.</summary>
    public const int Block = 960;

    /// <summary>That of a scene.</summary>
    public static LooseGrid Of(Scene scene) => new(scene.Rate.StartOf(scene.Settings.Range.First).Value);

    /// <summary>The last place that is not after a time.</summary>
    public long PlaceOf(double time) => (long)Math.Floor((time - Start) / Step);

    /// <summary>The time of a place, in ticks.</summary>
    public double TimeOf(long place) => Start + place * Step;

    /// <summary>How many of the times from one on lie in its block, on the place that ends it too; all those before the first place are one run.</summary>
    public int RunFrom(ReadOnlySpan<double> times, int from, out long block)
    {
        block = Math.Max(-1, (long)Math.Floor((times[from] - Start) / (Step * Block)));
        var (low, high) = block < 0 ? (double.NegativeInfinity, Start) : (TimeOf(block * Block), TimeOf((block + 1) * Block));
        var to = from + 1;
        while (to < times.Length && times[to] >= low && (block < 0 ? times[to] < high : times[to] <= high)) to++;
        return to - from;
    }

    /// <summary>The places from one to the last that is not after any of the times, and those times themselves, in order, each once.</summary>
    public double[] With(long first, ReadOnlySpan<double> times)
    {
        var last = first;
        foreach (var time in times) last = Math.Max(last, PlaceOf(time));
        var all = new List<double>((int)(last - first) + 1 + times.Length);
        for (var place = first; place <= last; place++) all.Add(TimeOf(place));
        all.AddRange(times);
        all.Sort();
        return [.. all.Distinct()];
    }
}
