using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What an edit of time would do, told before it is done.</summary>
/// <param name="Keys">How many keys the scene has.</param>
/// <param name="KeysAfter">How many it would have.</param>
/// <param name="BetweenFrames">How many stand between frames now.</param>
/// <param name="BetweenFramesAfter">How many would.</param>
/// <param name="Range">The scene range that would be.</param>
/// <param name="Seconds">How long the scene range lasts now.</param>
/// <param name="SecondsAfter">How long it would last.</param>
/// <param name="Outside">How many keys would lie outside the scene range that do not now.</param>
/// <param name="FirstOutside">The first of them, and its frame.</param>
public sealed record TimeConsequence(
    long Keys, long KeysAfter, long BetweenFrames, long BetweenFramesAfter, FrameRange Range, double Seconds, double SecondsAfter,
    long Outside = 0, KeyOutside? FirstOutside = null)
{
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    public static TimeConsequence Of(Scene scene, Edit edit)
    {
        var after = edit.Apply(scene);
        var (outside, first) = NewlyOutside(scene, after);
        return new(
            scene.KeyCount(), after.KeyCount(), BetweenFramesOf(scene), BetweenFramesOf(after), after.Settings.Range,
            scene.Settings.Range.Count / scene.Rate.FramesPerSecond, after.Settings.Range.Count / after.Rate.FramesPerSecond,
            outside, first);
    }

    /// <summary>Keys of objects that lie outside the range afterwards, of each channel as many as are more than before.</summary>
    private static (long Count, KeyOutside? First) NewlyOutside(Scene before, Scene after)
    {
        long count = 0;
        KeyOutside? first = null;
        foreach (var thing in after.InOrder())
            foreach (var (name, channel) in thing.Channels)
            {
                if (channel.Curve is not { } curve) continue;
                var outside = OutsideOf(after, curve).ToList();
                var more = outside.Count - (before.Objects.GetValueOrDefault(thing.Id)?.Channel(name).Curve is { } was ? OutsideOf(before, was).Count() : 0);
                if (more <= 0) continue;
                count += more;
                // What was inside is what is least far out.
                first ??= new KeyOutside(thing.Id, name, after.Rate.FrameOf(outside.MinBy(time => Far(after, time)).Value));
            }
        return (count, first);
    }

    private static IEnumerable<Tick> OutsideOf(Scene scene, Curve curve)
    {
        var (first, last) = (scene.Rate.StartOf(scene.Settings.Range.First), scene.Rate.StartOf(scene.Settings.Range.Last));
        return curve.Keys.Select(key => key.Time).Where(time => time < first || time > last);
    }

    private static long Far(Scene scene, Tick time)
    {
        var (first, last) = (scene.Rate.StartOf(scene.Settings.Range.First), scene.Rate.StartOf(scene.Settings.Range.Last));
        return Math.Max(first.Value - time.Value, time.Value - last.Value);
    }

    private static long BetweenFramesOf(Scene scene) =>
        scene.Curves().Sum(curve => curve.Keys.LongCount(key => !scene.Rate.IsOnFrame(key.Time)));
}

/// <summary>A key outside the scene range.</summary>
/// <param name="Object">Whose.</param>
/// <param name="Channel">Of which channel.</param>
/// <param name="Frame">Its frame, in the rate that the scene then has.</param>
public sealed record KeyOutside(ObjectId Object, string Channel, double Frame);
