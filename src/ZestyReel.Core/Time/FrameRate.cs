using System.Globalization;
using System.Numerics;

namespace ZestyReel.Core.Time;

/// <summary>Frames per second as an exact ratio in lowest terms, from 1 to 240.</summary>
public readonly record struct FrameRate
{
    /// <summary>The largest numerator or denominator taken.</summary>
    public const int LargestTerm = 10_000_000;

    private FrameRate(int num, int den) => (Num, Den) = (num, den);

    /// <summary>Frames in so many seconds as the denominator says.</summary>
    public int Num { get; }
    /// <summary>Seconds for so many frames as the numerator says.</summary>
    public int Den { get; }

    /// <summary>24 frames a second.</summary>
    public static readonly FrameRate Film = new(24, 1);

    /// <summary>Length of one frame in ticks; whole for every usual rate.</summary>
    public double TicksPerFrame => (double)Tick.PerSecond * Den / Num;

    /// <summary>The rate as the nearest double.</summary>
    public double FramesPerSecond => (double)Num / Den;

    /// <exception cref="Refusal">The ratio is not between 1 and 240, or a term is out of bounds.</exception>
    public static FrameRate Of(long num, long den, string place = "rate")
    {
        if (num is < 1 or > LargestTerm || den is < 1 or > LargestTerm)
            throw new Refusal(place, $"{num}/{den} is not a frame rate; both terms are whole numbers from 1 to {LargestTerm}");
        if (num < den || num > 240 * den)
            throw new Refusal(place, $"{num}/{den} frames per second is out of reach; give 1 to 240");
        var common = (long)BigInteger.GreatestCommonDivisor(num, den);
        return new FrameRate((int)(num / common), (int)(den / common));
    }

    /// <summary>Reads <c>24</c> or <c>30000/1001</c>.</summary>
    /// <exception cref="Refusal">The text is not a rate.</exception>
    public static FrameRate Parse(string text, string place = "rate")
    {
        var terms = text.Split('/');
        long den = 1;
        if (terms.Length > 2
            || !long.TryParse(terms[0], NumberStyles.None, CultureInfo.InvariantCulture, out var num)
            || (terms.Length == 2 && !long.TryParse(terms[1], NumberStyles.None, CultureInfo.InvariantCulture, out den)))
            throw new Refusal(place, $"\"{Quoted(text)}\" is not a frame rate; write it as 24 or 30000/1001");
        return Of(num, den, place);
    }

    /// <summary>
    /// Reads a rate as people write it: as <see cref="Parse"/> does, as a decimal number such as <c>12.5</c>, or by the
    /// short names of the rates that are a thousandth slower than a whole one (SMPTE ST 12-1): <c>29.97</c> is 30000/1001.
    /// </summary>
    /// <exception cref="Refusal">The text is not a rate.</exception>
    public static FrameRate Typed(string text, string place = "rate")
    {
        var plain = text.Trim().Replace(',', '.');
        switch (plain)
        {
            case "23.976" or "23.98": return Of(24000, 1001);
            case "29.97": return Of(30000, 1001);
            case "47.952" or "47.95": return Of(48000, 1001);
            case "59.94": return Of(60000, 1001);
            case "119.88": return Of(120000, 1001);
        }
        return decimal.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) && number is >= 1 and <= 240
            ? Of((long)decimal.Round(number * 1000), 1000, place)
            : Parse(plain, place);
    }

    /// <inheritdoc/>
    public override string ToString() => Den == 1
        ? Num.ToString(CultureInfo.InvariantCulture)
        : string.Create(CultureInfo.InvariantCulture, $"{Num}/{Den}");

    /// <summary>The tick at which a whole frame starts: n·705,600,000·den/num, rounded half to even.</summary>
    public Tick StartOf(long frame) => new((long)Rounding.HalfToEven((Int128)frame * Tick.PerSecond * Den, Num));

    /// <summary>The tick of a whole or fractional frame, by the same rule as <see cref="StartOf"/>.</summary>
    /// <exception cref="Refusal">The frame lies out of reach.</exception>
    public Tick At(decimal frame, string place = "frame")
    {
        if (Math.Abs(frame) > FrameRange.FurthestFrame)
            throw new Refusal(place, $"frame {frame.ToString(CultureInfo.InvariantCulture)} is out of reach; frames lie between -{FrameRange.FurthestFrame} and {FrameRange.FurthestFrame}");
        if (decimal.IsInteger(frame)) return StartOf((long)frame);
        var bits = decimal.GetBits(frame);
        var scale = (bits[3] >> 16) & 0xff;
        var mantissa = new BigInteger(frame * PowerOfTen(scale));
        var top = mantissa * Tick.PerSecond * Den;
        var bottom = BigInteger.Pow(10, scale) * Num;
        return new Tick((long)Rounding.HalfToEven(top, bottom));
    }

    /// <summary>The nearest double to the exact frame number of a tick.</summary>
    public double FrameOf(double ticks) => ticks * Num / ((double)Tick.PerSecond * Den);

    /// <summary>The frame number that gives the tick, where a short decimal does so exactly.</summary>
    /// <returns>A frame for which <see cref="At"/> returns <paramref name="tick"/>, or null where no decimal is exact.</returns>
    public decimal? ExactFrameOf(Tick tick)
    {
        var nearest = NearestFrame(tick);
        if (StartOf(nearest) == tick) return nearest;
        // tick·num/(705,600,000·den) ends as a decimal only if the reduced denominator has no factor but 2 and 5.
        var top = (BigInteger)tick.Value * Num;
        var bottom = (BigInteger)Tick.PerSecond * Den;
        var common = BigInteger.GreatestCommonDivisor(top, bottom);
        top /= common;
        bottom /= common;
        var places = 0;
        var scaled = BigInteger.One;
        while (!(scaled % bottom).IsZero)
        {
            if (++places > 15) return null;
            scaled *= 10;
        }
        return (decimal)(top * (scaled / bottom)) / PowerOfTen(places);
    }

    /// <summary>The whole frame that starts nearest to the tick.</summary>
    public long NearestFrame(Tick tick) => (long)Rounding.HalfToEven((Int128)tick.Value * Num, (Int128)Tick.PerSecond * Den);

    /// <summary>Whether a whole frame starts at the tick.</summary>
    public bool IsOnFrame(Tick tick) => StartOf(NearestFrame(tick)) == tick;

    /// <summary>Moves a tick by a number of frames; a tick on a whole frame stays on one when the step is whole.</summary>
    public Tick Moved(Tick tick, decimal frames, string place = "frames")
    {
        var nearest = NearestFrame(tick);
        return StartOf(nearest) == tick
            ? At(nearest + frames, place)
            : tick + (At(frames, place) - Tick.Zero);
    }

    private static decimal PowerOfTen(int places)
    {
        var power = 1m;
        for (var i = 0; i < places; i++) power *= 10m;
        return power;
    }

    private static string Quoted(string text) => text.Length <= 24 ? text : text[..24] + "…";
}
