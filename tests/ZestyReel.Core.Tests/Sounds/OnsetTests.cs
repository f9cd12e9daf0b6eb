using FsCheck.Xunit;
using ZestyReel.Core.Sounding;

namespace ZestyReel.Core.Tests.Sounds;

/// <summary>Where something begins, in what was made to begin at known moments.</summary>
public class OnsetTests
{
    private const double Close = 0.01;

    private static IReadOnlyList<Onset> Heard(int rate, double seconds, Func<double, double> wave)
    {
        var onsets = new Onsets(rate);
        float[] samples = [.. Enumerable.Range(0, (int)(seconds * rate)).Select(i => (float)wave((double)i / rate))];
        // In parts of any size.
        for (int at = 0, size = 1; at < samples.Length; at += size, size = size * 7 % 4099 + 1)
        {
            size = Math.Min(size, samples.Length - at);
            onsets.Listen(samples.AsSpan(at, size), samples.AsSpan(at, size));
        }
        return onsets.Found();
    }

    private static void ShouldBeAt(IEnumerable<Onset> found, params double[] wanted)
    {
        double[] at = [.. found.Select(each => each.Second)];
        at.Length.ShouldBe(wanted.Length, string.Join(" ", at));
        for (var i = 0; i < wanted.Length; i++) at[i].ShouldBe(wanted[i], Close);
    }

    /// <summary>A tone that is struck at some moments and dies away.</summary>
    private static Func<double, double> Struck(double[] moments, double hertz, double fade) => second =>
        moments.Where(moment => second >= moment).Sum(moment => 0.4 * Math.Exp((moment - second) / fade) * Math.Sin(2 * Math.PI * hertz * (second - moment)));

    private static double Noise(double second) => ((uint)((long)(second * 192_000 + 1) * 2654435761L) >> 8) / 8388608.0 - 1;

    [Theory]
    [InlineData(8_000)]
    [InlineData(44_100)]
    [InlineData(48_000)]
    [InlineData(96_000)]
    public void Clicks_of_one_sample_are_found_at_any_rate(int rate)
    {
        double[] moments = [0.1, 0.6, 1.1, 1.61, 2.5, 2.6];
        var places = moments.Select(moment => (int)Math.Round(moment * rate)).ToHashSet();
        ShouldBeAt(Heard(rate, 3, second => places.Contains((int)Math.Round(second * rate)) ? 0.8 : 0), moments);
    }

    [Theory]
    [InlineData(60, 0.15)]
    [InlineData(440, 0.1)]
    [InlineData(5_000, 0.03)]
    public void Tones_that_are_struck_are_found_low_and_high_ones(double hertz, double fade)
    {
        double[] moments = [0.2, 0.7, 1.2, 1.45, 1.7, 2.2];
        ShouldBeAt(Heard(48_000, 3, Struck(moments, hertz, fade)).Where(each => each.Strength > 0.3), moments);
    }

    [Fact]
    public void A_soft_one_of_another_pitch_is_found_over_a_loud_hum()
    {
        double[] moments = [0.5, 1.0, 1.5];
        var struck = Struck(moments, 6_000, 0.03);
        ShouldBeAt(Heard(48_000, 2, second => 0.5 * Math.Sin(2 * Math.PI * 110 * second) + struck(second) / 20).Where(each => each.Second > 0.1 && each.Strength > 0.3), moments);
    }

    [Fact]
    public void The_strength_tells_hits_from_what_only_wavers()
    {
        double[] moments = [0.5, 1.0, 1.5];
        var struck = Struck(moments, 1_000, 0.1);
        var found = Heard(48_000, 2, second => struck(second) + 0.02 * Noise(second)).Where(each => each.Second > 0.1).ToList();
        ShouldBeAt(found.Where(each => each.Strength > 0.3), moments);
        found.Where(each => !moments.Any(moment => Math.Abs(moment - each.Second) < Close)).ShouldAllBe(each => each.Strength < 0.2);
        found.Max(each => each.Strength).ShouldBe(1);
    }

    [Fact]
    public void Soft_ones_are_weaker_than_loud_ones()
    {
        double[] loud = [0.5, 1.0, 1.5], soft = [0.75, 1.25];
        var (struck, touched) = (Struck(loud, 300, 0.03), Struck(soft, 2_000, 0.03));
        var found = Heard(48_000, 2, second => struck(second) + touched(second) / 30);
        ShouldBeAt(found.Where(each => each.Strength > 0.3), loud);
        ShouldBeAt(found, [.. loud.Concat(soft).Order()]);
    }

    [Fact]
    public void In_silence_and_in_an_even_hum_nothing_begins()
    {
        Heard(48_000, 1, _ => 0).ShouldBeEmpty();
        Heard(48_000, 0, _ => 0).ShouldBeEmpty();
        Heard(48_000, 3, second => Math.Sin(2 * Math.PI * 220 * second)).Skip(1).ShouldAllBe(each => each.Strength < 0.1);
    }

    [Property(MaxTest = 30)]
    public void Clicks_anywhere_are_found_as_many_as_there_are_and_within_ten_milliseconds(int seed)
    {
        var random = new Random(seed);
        var moments = new List<double>();
        for (var at = 0.1 + random.NextDouble() * 0.2; at < 3.9; at += 0.08 + random.NextDouble() * 0.4) moments.Add(at);
        var (pitch, fade) = (500 + random.NextDouble() * 4_000, 0.005 + random.NextDouble() * 0.01);
        ShouldBeAt(Heard(44_100, 4, Struck([.. moments], pitch, fade)).Where(each => each.Strength > 0.2), [.. moments]);
    }
}
