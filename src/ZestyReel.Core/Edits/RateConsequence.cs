using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What another frame rate would do, told before it is done.</summary>
/// <param name="Keys">How many keys the scene has.</param>
/// <param name="BetweenFrames">How many of them would stand between frames if the clock is kept.</param>
/// <param name="RangeByClock">The scene range if the clock is kept.</param>
/// <param name="SecondsNow">How long the scene range lasts now, in seconds.</param>
/// <param name="SecondsByFrames">How long it would last if the frames are kept.</param>
public sealed record RateConsequence(
    long Keys, long BetweenFrames, FrameRange RangeByClock, double SecondsNow, double SecondsByFrames)
{
    /// <exception cref="Refusal">The range would grow out of reach.</exception>
    public static RateConsequence Of(Scene scene, FrameRate rate)
    {
        var byClock = new SetRate(rate, RateKeep.Clock).Apply(scene);
        var range = scene.Settings.Range;
        return new(
            scene.KeyCount(), Times(scene).LongCount(time => !rate.IsOnFrame(time)), byClock.Settings.Range,
            range.Count / scene.Rate.FramesPerSecond, range.Count / rate.FramesPerSecond);
    }

    private static IEnumerable<Tick> Times(Scene scene) =>
        scene.Objects.Values.SelectMany(o => o.Channels.Values).Where(c => c.Curve is not null).SelectMany(c => c.Curve!.Keys)
            .Concat(scene.Warps.Values.SelectMany(w => w.Curve.Keys))
            .Select(key => key.Time);
}
