using System.Collections.Immutable;

namespace ZestyReel.Core.Takes;

/// <summary>One recording of a live motion, as it came: when something was there, and what.</summary>
/// <param name="Channels">The channels that were driven.</param>
/// <param name="Seconds">When each sample came, in seconds from the first, as the clock on the wall has it; rising.</param>
/// <param name="Values">One row for each channel, one value for each sample, in the channel's unit.</param>
/// <param name="Stamps">What the device's own clock said of each sample, in seconds; null of a hand, which has none.</param>
/// <param name="Gaps">Where nothing came.</param>
/// <param name="Lost">How many samples are known to have been lost.</param>
public sealed record Take(
    ImmutableArray<string> Channels, ImmutableArray<double> Seconds, ImmutableArray<ImmutableArray<double>> Values,
    ImmutableArray<double>? Stamps, ImmutableArray<TakeGap> Gaps, int Lost = 0)
{
    /// <summary>Most samples of a take: an hour at 240 a second is less.</summary>
    public const int MostSamples = 1_000_000;

    /// <summary>Most channels of a take.</summary>
    public const int MostChannels = 16;

    /// <summary>The longest take, in seconds.</summary>
    public const double Longest = 3600;

    /// <summary>How long it is, in seconds.</summary>
    public double Length => Seconds[^1];

    /// <summary>The take, if it is one.</summary>
    /// <exception cref="Refusal">It is empty, too long, or its rows do not fit together.</exception>
    public Take Checked()
    {
        if (Channels.IsDefaultOrEmpty || Channels.Length > MostChannels) throw new Refusal("channels", $"a take drives 1 to {MostChannels} channels");
        if (Channels.Distinct().Count() != Channels.Length || Channels.Any(string.IsNullOrEmpty)) throw new Refusal("channels", "each channel has a name of its own");
        if (Seconds.IsDefaultOrEmpty) throw new Refusal("seconds", "nothing was recorded");
        if (Seconds.Length > MostSamples) throw new Refusal("seconds", $"a take has {MostSamples} samples at most");
        if (Values.IsDefault || Values.Length != Channels.Length || Values.Any(row => row.IsDefault || row.Length != Seconds.Length)) throw new Refusal("values", "each channel has a value for each sample");
        if (Stamps is { } stamps && (stamps.IsDefault || stamps.Length != Seconds.Length || !stamps.All(double.IsFinite))) throw new Refusal("stamps", "each sample has a time stamp");
        for (var i = 0; i < Seconds.Length; i++)
            if (!(Seconds[i] >= 0 && Seconds[i] <= Longest) || i > 0 && Seconds[i] <= Seconds[i - 1])
                throw new Refusal("seconds", $"samples come one after the other, within {Longest} seconds; sample {i + 1} does not");
        foreach (var row in Values)
            foreach (var value in row)
                if (!double.IsFinite(value)) throw new Refusal("values", "a value is a number");
        return this;
    }
}
