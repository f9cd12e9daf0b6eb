using ZestyReel.Core.Clips;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>How placed clips run, at whole played frames.</summary>
public static class ClipSamples
{
    /// <summary>The track of the phase, in frames of the clip; not a number where the clip is not running.</summary>
    public const string Phase = "phase";

    /// <summary>Rate and phase of each, as the object that stands for it.</summary>
    public static IEnumerable<SampleBlock> Of(Scene scene, IReadOnlyCollection<PlacedClip> clips, FrameRange frames)
    {
        if (clips.Count == 0) yield break;
        var times = FrameTimes.Of(scene, frames);
        foreach (var placed in clips)
        {
            var source = times.For(placed.Object, "");
            var phase = placed.Phase();
            var rates = placed.Rate.Curve is { } curve
                ? Array.ConvertAll(source, time => (float)curve.ValueAt(time))
                : [(float)placed.Rate.Still];
            var phases = Array.ConvertAll(source, time =>
                time < placed.Start.Value || time > placed.End.Value ? float.NaN : (float)scene.Rate.FrameOf(phase(time)));
            yield return new SampleBlock(RateChannel.ObjectOf(placed.Id), frames.First, times.Count, [new(RateChannel.Name, rates), new(Phase, phases)]);
        }
    }

    /// <summary>Source times, in ticks, at which a placed clip starts a new round; the first few hundred.</summary>
    public static List<double> RoundsOf(Scene scene, PlacedClip placed)
    {
        const int most = 300, places = 4_000;
        var found = new List<double>();
        var length = (double)scene.Clip(placed.Clip).Length;
        if (placed.Rounds == ClipRounds.Once) return found;
        var phase = placed.Phase();
        double start = placed.Start.Value, span = (placed.End - placed.Start).Value;
        var count = (int)Math.Clamp(Math.Ceiling(span / scene.Rate.TicksPerFrame * 4), 1, places);
        var before = phase(start) / length;
        for (var i = 1; i <= count && found.Count < most; i++)
        {
            var now = phase(start + span * i / count) / length;
            // Between two near times the phase runs nearly straight.
            for (var round = Math.Floor(Math.Min(before, now)) + 1; round <= Math.Max(before, now) && found.Count < most; round++)
                if (now != before && start + span * (i - 1 + (round - before) / (now - before)) / count is var at && at > start && at < placed.End.Value) found.Add(at);
            before = now;
        }
        return found;
    }
}
