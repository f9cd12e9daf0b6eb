using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Checks;

/// <summary>Cues that never call, warps that play what is not there, and sounds between two frames.</summary>
internal static class TimeFindings
{
    public static IEnumerable<Finding> Of(Scene scene, FrameRange frames)
    {
        var moments = CueMoments.Of(scene);
        foreach (var cue in scene.Cues.Values)
            if (cue.On && moments.At(cue).At is null)
                yield return Found(FindingKind.CueNeverCalls, FindingLevel.Fault, cue.Name, cue.From, scene.Rate.StartOf(scene.Settings.Range.Last), Math.Max(0, scene.Settings.Range.Last - scene.Rate.FrameOf(cue.From.Value)), FindingUnit.Frames);
        foreach (var warp in scene.Warps.Values)
            if (warp.On && PastEnd(scene, warp, frames) is var (start, end, by)) yield return Found(FindingKind.WarpPastEnd, FindingLevel.Warning, warp.Name, start, end, by, FindingUnit.Frames);
        foreach (var sound in scene.Sounds.Values)
        {
            var frame = scene.Rate.NearestFrame(sound.Start);
            if (scene.Rate.IsOnFrame(sound.Start) || frame < frames.First || frame > frames.Last) continue;
            var off = Math.Abs((sound.Start - scene.Rate.StartOf(frame)).Value) * 1000.0 / Tick.PerSecond;
            yield return Found(FindingKind.SoundOffFrame, FindingLevel.Note, sound.Name, sound.Start, sound.Start, off, FindingUnit.Milliseconds, FindingMend.SoundOnFrame);
        }
    }

    /// <summary>The first run of frames on which a warp plays what lies outside the scene range, and how far outside at the most.</summary>
    private static (Tick Start, Tick End, double By)? PastEnd(Scene scene, Warp warp, FrameRange frames)
    {
        var range = scene.Settings.Range;
        long? first = null;
        var (last, furthest, near) = (0L, 0.0, 0);
        for (var frame = frames.First; frame <= frames.Last; frame++)
        {
            var source = scene.Rate.FrameOf(warp.SourceOf(scene.Rate.StartOf(frame).Value, ref near));
            var by = Math.Max(range.First - source, source - range.Last);
            // A frame is there until the next one begins.
            if (by is > 0 and < 1 && source > range.Last) by = 0;
            if (by > 1e-6)
            {
                first ??= frame;
                (last, furthest) = (frame, Math.Max(furthest, by));
            }
            else if (first is not null) break;
        }
        return first is { } start ? (scene.Rate.StartOf(start), scene.Rate.StartOf(last), furthest) : null;
    }

    private static Finding Found(FindingKind kind, FindingLevel level, string subject, Tick start, Tick end, double amount, FindingUnit unit, FindingMend? mend = null) =>
        new(kind, level, null, subject, "", start, end < start ? start : end, amount, unit, [], mend);
}
