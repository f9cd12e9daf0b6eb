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
public sealed record TimeConsequence(
    long Keys, long KeysAfter, long BetweenFrames, long BetweenFramesAfter, FrameRange Range, double Seconds, double SecondsAfter)
{
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    public static TimeConsequence Of(Scene scene, Edit edit)
    {
        var after = edit.Apply(scene);
        return new(
            scene.KeyCount(), after.KeyCount(), BetweenFramesOf(scene), BetweenFramesOf(after), after.Settings.Range,
            scene.Settings.Range.Count / scene.Rate.FramesPerSecond, after.Settings.Range.Count / after.Rate.FramesPerSecond);
    }

    private static long BetweenFramesOf(Scene scene) =>
        scene.Curves().Sum(curve => curve.Keys.LongCount(key => !scene.Rate.IsOnFrame(key.Time)));
}
