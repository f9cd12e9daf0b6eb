using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Baking;

/// <summary>The moments at which motion is sampled to be written down: so many in each frame, or in each second.</summary>
/// <param name="From">The first.</param>
/// <param name="To">The last, which is sampled as well.</param>
/// <param name="Step">Ticks from one to the next.</param>
public readonly record struct BakeGrid(Tick From, Tick To, double Step)
{
    /// <summary>Most samples in a second, whatever the scene's rate.</summary>
    public const int MostPerSecond = 240;

    /// <summary>Most samples in a frame.</summary>
    public const int MostPerFrame = 10;

    /// <summary>A grid that starts on a frame.</summary>
    /// <exception cref="Refusal">The range is none, or the samples are too many or none.</exception>
    public static BakeGrid Of(Scene scene, decimal first, decimal last, int? perFrame, decimal? perSecond)
    {
        var (from, to) = (scene.Rate.At(first, "first"), scene.Rate.At(last, "last"));
        if (to <= from) throw new Refusal("last", "the last frame comes after the first");
        if (perFrame is null == perSecond is null) throw new Refusal("perFrame", "say how many samples a frame, or how many a second");
        if (perFrame is < 1 or > MostPerFrame) throw new Refusal("perFrame", $"take 1 to {MostPerFrame} samples a frame");
        if (perSecond is <= 0 or > MostPerSecond) throw new Refusal("perSecond", $"take more than 0 and up to {MostPerSecond} samples a second");
        return new(from, to, perFrame is { } each ? scene.Rate.TicksPerFrame / each : Tick.PerSecond / (double)perSecond!.Value);
    }

    /// <summary>How many moments there are.</summary>
    public long Count => (long)Math.Floor((To - From).Value / Step + 1e-9) + 1 + (IsEndBetween ? 1 : 0);

    private bool IsEndBetween => (To - From).Value - Math.Floor((To - From).Value / Step + 1e-9) * Step > 0.5;

    /// <summary>The moments in ticks, whole ones, rising.</summary>
    public double[] Moments()
    {
        var moments = new double[Count];
        for (var i = 0; i < moments.Length; i++) moments[i] = Math.Min(Math.Round(From.Value + i * Step), To.Value);
        moments[^1] = To.Value;
        return moments;
    }

    /// <summary>The same stretch so many times finer.</summary>
    public BakeGrid Finer(int times) => this with { Step = Step / times };
}
