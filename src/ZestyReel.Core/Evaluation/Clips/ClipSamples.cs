using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>How placed clips run, at whole played frames.</summary>
public static class ClipSamples
{
    /// <summary>The track of the phase, in frames of the clip; not a number where the clip is not running.</summary>
    public const string Phase = "phase";

    /// <summary>Rate and phase of each.</summary>
    public static IEnumerable<SampleBlock> Of(Scene scene, IReadOnlyCollection<PlacedClip> clips, FrameRange frames)
    {
        if (clips.Count == 0) yield break;
        var times = FrameTimes.Of(scene, frames);
        foreach (var placed in clips)
        {
            var source = times.For(placed.Object, "");
            var phase = placed.Phase();
            var rates = placed.Rate.Curve is { } curve
                ? new SampleTrack(ClipRate.Channel, Array.ConvertAll(source, time => (float)curve.ValueAt(time)))
                : SampleTrack.Still(ClipRate.Channel, (float)placed.Rate.Still);
            var phases = Array.ConvertAll(source, time =>
                time < placed.Start.Value || time > placed.End.Value ? float.NaN : (float)scene.Rate.FrameOf(phase(time)));
            yield return new SampleBlock(OwnerKind.Placed, placed.Id.Value, frames.First, times.Count, [rates, new(Phase, phases)]);
        }
    }

    /// <summary>Source times, in ticks, at which a placed clip starts a new cycle; the first few hundred.</summary>
    public static List<double> CyclesOf(Scene scene, PlacedClip placed) =>
        placed.Cycle == ClipCycle.Once ? [] : MomentsOf(scene, placed, 0, 300);

    /// <summary>Source times, in ticks, between its ends, at which a placed clip comes to a place of its own, in whatever cycle.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="placed">The placed clip.</param>
    /// <param name="place">From 0 to the clip's length, in ticks.</param>
    /// <param name="most">How many to find at the most.</param>
    public static List<double> MomentsOf(Scene scene, PlacedClip placed, double place, int most)
    {
        const int places = 4_000;
        var found = new List<double>();
        var length = (double)scene.Clip(placed.Clip).Length;
        var phase = placed.Phase();
        double start = placed.Start.Value, span = (placed.End - placed.Start).Value;
        var count = (int)Math.Clamp(Math.Ceiling(span / scene.Rate.TicksPerFrame * 4), 1, places);
        var before = (phase(start) - place) / length;
        for (var i = 1; i <= count && found.Count < most; i++)
        {
            var now = (phase(start + span * i / count) - place) / length;
            double from = start + span * (i - 1) / count, to = start + span * i / count;
            for (var cycle = Math.Floor(Math.Min(before, now)) + 1; cycle <= Math.Max(before, now) && found.Count < most; cycle++)
                if (now != before && Meets(phase, place + cycle * length, from, to) is var at && at > start && at < placed.End.Value) found.Add(at);
            before = now;
        }
        found.Sort();
        return found;
    }

    /// <summary>The time at which a phase is met between two times on either side of it, by halving down to a part of a tick.</summary>
    private static double Meets(Func<double, double> phase, double wanted, double from, double to)
    {
        var rises = phase(to) > phase(from);
        while (to - from > 0.01)
        {
            var middle = (from + to) / 2;
            if (middle == from || middle == to) break;
            if (phase(middle) < wanted == rises) from = middle;
            else to = middle;
        }
        return to;
    }
}
