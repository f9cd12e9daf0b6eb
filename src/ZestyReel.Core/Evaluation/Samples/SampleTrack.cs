namespace ZestyReel.Core.Evaluation;

/// <summary>One channel's samples.</summary>
/// <param name="Channel">The channel, or what else is sampled.</param>
/// <param name="Samples">One for each frame, or a single one where it is still.</param>
/// <param name="IsStill">Nothing moves it, on whatever frame.</param>
public sealed record SampleTrack(string Channel, float[] Samples, bool IsStill = false)
{
    /// <summary>A track that shows one value on every frame.</summary>
    public static SampleTrack Still(string channel, float value) => new(channel, [value], IsStill: true);
}
