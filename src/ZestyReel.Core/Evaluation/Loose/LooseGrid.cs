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

    /// <summary>So many blocks are worked out, two hours: nobody waits for more, and no file can ask for it.</summary>
    public const long MostBlocks = 3600;

    /// <summary>That of a scene.</summary>
    public static LooseGrid Of(Scene scene) => new(scene.Rate.StartOf(scene.Settings.Range.First).Value);

    /// <summary>The last place that is not after a time.</summary>
    public long PlaceOf(double time) => (long)Math.Floor((time - Start) / Step);

    /// <summary>The time of a place, in ticks.</summary>
    public double TimeOf(long place) => Start + place * Step;

    /// <summary>Whether loose motion is worked out there.</summary>
    public bool Covers(double time) => time >= Start && time < TimeOf(MostBlocks * Block);

    /// <summary>How many of the times from one on lie in its block, on the place that ends it too. All before the first place are one run, of block −1, and so are all beyond the last block.</summary>
    public int RunFrom(ReadOnlySpan<double> times, int from, out long block)
    {
        block = Math.Clamp((long)Math.Floor((times[from] - Start) / (Step * Block)), -1, MostBlocks);
        var low = block < 0 ? double.NegativeInfinity : TimeOf(block * Block);
        var high = block == MostBlocks ? double.PositiveInfinity : TimeOf((block + 1) * Block);
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
