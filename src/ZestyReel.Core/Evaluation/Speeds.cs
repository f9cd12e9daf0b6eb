using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// Speeds, as played: what changes from one frame to the next, times the frames of a second. So a speed counts warps,
/// holds and jumps as they are seen. Like its value, the speed of the last frame stands alone and repeats the one before.
/// </summary>
public static class Speeds
{
    /// <summary>The track of an object's speed through the space that it moves in, in lengths per second.</summary>
    public const string Through = "speed";

    private static readonly string[] Moves = ["position.x", "position.y", "position.z"];

    /// <summary>The track of one channel's speed, in its unit per second.</summary>
    public static string TrackOf(string channel) => $"speed:{channel}";

    /// <summary>The tracks for what is sampled: the speed through space where moves are among it, and the speeds asked for.</summary>
    internal static IEnumerable<SampleTrack> Of(SampleTarget target, FrameTimes times, FrameRate rate)
    {
        var thing = target.Object;
        foreach (var channel in target.Speeds)
            if (target.Channels.Any(spec => spec.Name == channel))
                yield return new(TrackOf(channel), Of([Sampler.Values(thing, channel, times)], rate, isSigned: true));
        if (!target.Channels.Any(spec => spec.Name.StartsWith("position.", StringComparison.Ordinal))) yield break;
        var clips = times.ClipsOn(thing.Id);
        var moving = Moves.Where(name => thing.Channels.GetValueOrDefault(name)?.Curve is not null || clips?.Covers(name) == true).ToList();
        yield return moving.Count == 0
            ? new(Through, [0])
            : new(Through, Of([.. moving.Select(name => Sampler.Values(thing, name, times))], rate, isSigned: false));
    }

    private static float[] Of(double[][] values, FrameRate rate, bool isSigned)
    {
        var speeds = new float[values[0].Length];
        for (var i = 0; i + 1 < speeds.Length; i++)
        {
            double squares = 0;
            foreach (var axis in values) squares += (axis[i + 1] - axis[i]) * (axis[i + 1] - axis[i]);
            speeds[i] = (float)((isSigned ? values[0][i + 1] - values[0][i] : Math.Sqrt(squares)) * rate.FramesPerSecond);
        }
        if (speeds.Length > 1) speeds[^1] = speeds[^2];
        return speeds;
    }
}
