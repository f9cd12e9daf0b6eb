using ZestyReel.Core.Sounding;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.Sounds;

/// <summary>What is heard of a scene, written into files.</summary>
public static class MixFile
{
    /// <summary>Samples a second.</summary>
    public const int Rate = 48_000;

    /// <summary>How many samples last so long.</summary>
    public static long SamplesIn(TickSpan time) => (long)((Int128)time.Value * Rate / Tick.PerSecond);

    /// <summary>Writes so many samples from a moment on.</summary>
    /// <param name="mix">What is heard.</param>
    /// <param name="into">The file.</param>
    /// <param name="start">The moment.</param>
    /// <param name="count">How many samples.</param>
    /// <param name="told">Told which share is done.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static void Write(this Mix mix, WavWriter into, Tick start, long count, Action<double> told, CancellationToken stop) =>
        mix.Render(start, Rate, count, (first, left, right) =>
        {
            into.Write(left, right);
            told((double)(first + left.Length) / count);
        }, stop);

    /// <summary>Writes so many samples of silence.</summary>
    public static void WriteSilence(this WavWriter into, long count)
    {
        var none = new float[Rate];
        for (; count > 0; count -= Rate) into.Write(none.AsSpan(0, (int)Math.Min(Rate, count)), none.AsSpan(0, (int)Math.Min(Rate, count)));
    }
}
