using ZestyReel.Core.Sounding;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Sounds;

namespace ZestyReel.Server.Sounds;

/// <summary>What is heard of a scene, written into files.</summary>
internal static class MixFile
{
    /// <summary>Samples a second.</summary>
    public const int Rate = 48_000;

    /// <summary>How many samples last so long.</summary>
    public static long SamplesIn(TickSpan time) => (long)((Int128)time.Value * Rate / Tick.PerSecond);

    /// <summary>Writes so many samples from a moment on.</summary>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static void Write(this Mix mix, WavWriter into, Tick start, long count, CancellationToken stop) =>
        mix.Render(start, Rate, count, (_, left, right) => into.Write(left, right), stop);

    /// <summary>Writes so many samples of silence.</summary>
    public static void WriteSilence(this WavWriter into, long count)
    {
        var none = new float[Rate];
        for (; count > 0; count -= Rate) into.Write(none.AsSpan(0, (int)Math.Min(Rate, count)), none.AsSpan(0, (int)Math.Min(Rate, count)));
    }
}
