using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What an edit of curves would do, told before it is done.</summary>
/// <param name="Keys">How many keys the touched channels have.</param>
/// <param name="KeysAfter">How many they would have.</param>
/// <param name="Difference">The largest difference in value anywhere between their first and last keys; that of a warp's points in source frames.</param>
/// <param name="Frame">The frame of it, which may lie between whole ones.</param>
/// <param name="Curve">The curve of it; null where nothing differs.</param>
/// <param name="Moved">How many keys would stand where none of their channel does now.</param>
public sealed record CurveConsequence(long Keys, long KeysAfter, double Difference, double Frame, CurveRef? Curve, long Moved = 0)
{
    private const int MostPlaces = 1_000_000;

    /// <exception cref="Refusal">The edit cannot be done.</exception>
    public static CurveConsequence Of(Scene scene, Edit edit)
    {
        var told = new CurveConsequence(0, 0, 0, 0, null);
        var curves = Curves(scene, edit.Apply(scene)).ToList();
        var differences = Effort.OnEach(curves, each => LargestDifference.Between(each.Before.Curve, each.Before.Still, each.After.Curve, each.After.Still));
        foreach (var ((curve, before, after), (difference, ticks)) in curves.Zip(differences))
        {
            told = told.WithKeys(before, after);
            if (difference > told.Difference) told = told with { Difference = difference, Frame = scene.Rate.FrameOf(ticks), Curve = curve };
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
        foreach (var (curve, was, isNow) in Curves(scene, after))
        {
            told = told.WithKeys(was, isNow);
            if (curve.Object is not { } id) continue;
            var channel = LayeredName.ChannelOf(curve.Channel);
            var values = Stages.Values(scene.Object(id), channel, times);
            var valuesAfter = Stages.Values(after.Object(id), channel, timesAfter);
            for (var i = 0; i < values.Length; i++)
                if (LargestDifference.Off(values[i], valuesAfter[i]) is var off && off > told.Difference)
                    told = told with { Difference = off, Frame = scene.Rate.FrameOf(played[i]), Curve = curve };
        }
        return told;
    }

    /// <summary>The same for a bake: what is seen after it is compared with what it wrote down, at places eight times as fine as its samples.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="bake">The bake.</param>
    /// <param name="stop">Ends it early.</param>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    /// <exception cref="OperationCanceledException">It was ended early.</exception>
    public static CurveConsequence Of(Scene scene, Bake bake, CancellationToken stop = default)
    {
        const int finer = 8;
        var (plan, after) = (BakePlan.Of(scene, bake), bake.Apply(scene));
        var told = new CurveConsequence(0, 0, 0, 0, null);
        foreach (var (_, was, isNow) in Curves(scene, after)) told = told.WithKeys(was, isNow);
        var samples = plan.Grid.Count * plan.Objects.Sum(each => each.Specs.Length);
        var moments = plan.Grid.Finer((int)Math.Clamp(Bake.MostSamples * 2 / samples, 1, finer)).Moments();
        foreach (var (thing, spec, wanted, seen) in plan.Compared(after, moments, stop))
            for (var i = 0; i < wanted.Length; i++)
                if (LargestDifference.Off(wanted[i], seen[i]) is var off && off > told.Difference)
                    told = told with { Difference = off, Frame = scene.Rate.FrameOf(moments[i]), Curve = CurveRef.Of(thing.Was.Id, spec.Name) };
        return told;
    }

    private CurveConsequence WithKeys(Channel before, Channel after) =>
        this with { Keys = Keys + (before.Curve?.Keys.Length ?? 0), KeysAfter = KeysAfter + (after.Curve?.Keys.Length ?? 0), Moved = Moved + Elsewhere(before.Curve, after.Curve) };

    private static long Elsewhere(Curve? before, Curve? after) => after?.Keys.LongCount(key => before is null || before.IndexOf(key.Time) < 0) ?? 0;

    /// <summary>The channels that rows tell of, as they were and as they are: an object's, a warp's points, a placed clip's rate.</summary>
    private static IEnumerable<(CurveRef Curve, Channel Before, Channel After)> Curves(Scene before, Scene after)
    {
        foreach (var (row, was, isNow) in SceneChange.Between(before, after).Rows)
            switch (row.Kind)
            {
                case RowKind.Channel:
                    var thing = after.Objects.GetValueOrDefault(new ObjectId(row.Id)) ?? before.Object(new ObjectId(row.Id));
                    // An object that leaves its path has no travel any more.
                    var plain = new Channel((thing.Find(row.Channel) ?? before.Object(thing.Id).Spec(row.Channel, "channel")).Default);
                    yield return (CurveRef.Of(thing.Id, row.Channel), was as Channel ?? plain, isNow as Channel ?? plain);
                    break;
                case RowKind.Warp when (was, isNow) is (Warp old, Warp now):
                    yield return (CurveRef.Of(now.Id), WarpPoints.Of(old, before.Rate), WarpPoints.Of(now, after.Rate));
                    break;
                case RowKind.PlacedClip when (was, isNow) is (PlacedClip old, PlacedClip now):
                    yield return (CurveRef.Of(now.Id), old.Rate, now.Rate);
                    break;
                case RowKind.Layer when (was, isNow) is (Layer old, Layer now):
                    yield return (CurveRef.Of(now.Id), old.Strength, now.Strength);
                    break;
                case RowKind.Sound when (was, isNow) is (Sound old, Sound now):
                    foreach (var spec in SoundChannels.Specs) yield return (CurveRef.Of(now.Id, spec.Name), old.Channel(spec.Name), now.Channel(spec.Name));
                    break;
            }
    }
}
