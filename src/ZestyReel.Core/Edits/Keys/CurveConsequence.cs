using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What an edit of curves would do, told before it is done.</summary>
/// <param name="Keys">How many keys the touched channels have.</param>
/// <param name="KeysAfter">How many they would have.</param>
/// <param name="Difference">The largest difference in value anywhere between their first and last keys.</param>
/// <param name="Frame">The frame of it.</param>
/// <param name="Channel">The channel of it; null where nothing differs.</param>
public sealed record CurveConsequence(long Keys, long KeysAfter, double Difference, double Frame, string? Channel)
{
    private const int PerSegment = 8, MostPlaces = 1_000_000;

    /// <exception cref="Refusal">The edit cannot be done.</exception>
    public static CurveConsequence Of(Scene scene, Edit edit)
    {
        var told = new CurveConsequence(0, 0, 0, 0, null);
        var changed = SceneChange.Between(scene, edit.Apply(scene)).Rows.Where(row => row.Row.Kind == RowKind.Channel);
        foreach (var (row, before, after) in changed)
        {
            var (old, now) = ((before as Channel)?.Curve, (after as Channel)?.Curve);
            told = told with { Keys = told.Keys + (old?.Keys.Length ?? 0), KeysAfter = told.KeysAfter + (now?.Keys.Length ?? 0) };
            if (old is null || now is null) continue;
            var (difference, ticks) = Largest(old, now);
            if (difference > told.Difference)
                told = told with { Difference = difference, Frame = scene.Rate.FrameOf(ticks), Channel = row.Channel };
        }
        return told;
    }

    /// <summary>The same for an edit that changes time as well: values are compared as they are played, four times in each frame of the scene range.</summary>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    public static CurveConsequence AsPlayed(Scene scene, Edit edit)
    {
        const int perFrame = 4;
        var after = edit.Apply(scene);
        var frames = scene.Settings.Range;
        double[] played = [.. Enumerable.Range(0, (int)Math.Min((frames.Count - 1) * perFrame + 1, MostPlaces)).Select(i => scene.Rate.StartOf(frames.First).Value + i * scene.Rate.TicksPerFrame / perFrame)];
        var (times, timesAfter) = (new FrameTimes(scene, played), new FrameTimes(after, played));
        var told = new CurveConsequence(0, 0, 0, 0, null);
        var changed = SceneChange.Between(scene, after).Rows.Where(row => row.Row.Kind == RowKind.Channel);
        foreach (var (row, before, now) in changed)
        {
            told = told with
            {
                Keys = told.Keys + ((before as Channel)?.Curve?.Keys.Length ?? 0),
                KeysAfter = told.KeysAfter + ((now as Channel)?.Curve?.Keys.Length ?? 0),
            };
            var id = new ObjectId(row.Id);
            var values = Stages.Values(scene.Object(id), row.Channel, times);
            var valuesAfter = Stages.Values(after.Object(id), row.Channel, timesAfter);
            for (var i = 0; i < values.Length; i++)
                if (Math.Abs(values[i] - valuesAfter[i]) > told.Difference)
                    told = told with { Difference = Math.Abs(values[i] - valuesAfter[i]), Frame = scene.Rate.FrameOf(played[i]), Channel = row.Channel };
        }
        return told;
    }

    private static (double Difference, double Ticks) Largest(Curve old, Curve now)
    {
        var (difference, ticks) = (0d, 0d);
        int near = 0, nearNow = 0;
        void Compare(double time)
        {
            var off = Math.Abs(old.ValueAt(time, ref near) - now.ValueAt(time, ref nearNow));
            if (off > difference) (difference, ticks) = (off, time);
        }
        foreach (var segment in old.Segments)
            for (var k = 0; k < PerSegment; k++) Compare(segment.Start + segment.Length * k / PerSegment);
        Compare(old.Keys[^1].Time.Value);
        foreach (var key in now.Keys) Compare(key.Time.Value);
        return (difference, ticks);
    }
}
