using FsCheck.Xunit;
using ZestyReel.Core.Sounding;

namespace ZestyReel.Core.Tests.Sounds;

/// <summary>The least and the most of samples, at every zoom.</summary>
public class PeaksTests
{
    /// <summary>Of samples that come in parts of any size.</summary>
    private static Peaks Made(Waves waves, int seed)
    {
        float[] left = new float[waves.Count], right = new float[waves.Count];
        waves.Read(0, left, right);
        var both = left.Zip(right).SelectMany(pair => new[] { pair.First, pair.Second }).ToArray();
        var made = new PeaksMaking(2);
        var random = new Random(seed);
        for (var at = 0; at < both.Length;)
        {
            var part = Math.Min(both.Length - at, random.Next(1, 3000) * 2);
            made.Add(both.AsSpan(at, part));
            at += part;
        }
        return made.Made();
    }

    [Property(MaxTest = 60)]
    public void They_are_what_looking_at_each_sample_gives(int count, int level, int seed)
    {
        (count, level) = (Math.Abs(count) * 97 % 90_000 + 1, Math.Abs(level) % 15);
        var waves = Waves.Noise(count, seed % 100 + 1);
        float[] left = new float[count], right = new float[count];
        waves.Read(0, left, right);
        var peaks = Made(waves, seed);
        short Whole(float value) => (short)Math.Clamp(MathF.Round(value * 32767), -32767, 32767);
        var size = 1 << level;
        for (long tile = 0; tile < 100; tile++)
        {
            var pairs = peaks.Tile(waves, level, tile);
            if (pairs.Length == 0) return;
            for (var i = 0; i < pairs.Length / 2; i++)
            {
                var from = (int)(tile * Peaks.PerTile + i) * size;
                var to = Math.Min(count, from + size);
                pairs[i * 2].ShouldBe(Whole(Math.Min(left[from..to].Min(), right[from..to].Min())));
                pairs[i * 2 + 1].ShouldBe(Whole(Math.Max(left[from..to].Max(), right[from..to].Max())));
            }
        }
    }

    [Fact]
    public void Beyond_the_end_there_are_none_and_wrong_levels_are_refused()
    {
        var waves = Waves.Noise(1000);
        var peaks = Made(waves, 7);
        peaks.Tile(waves, 0, 1).ShouldBeEmpty();
        peaks.Tile(waves, 8, long.MaxValue).ShouldBeEmpty();
        peaks.Tile(waves, Peaks.CoarsestLevel, 0).Length.ShouldBe(2);
        foreach (var (level, tile) in new[] { (-1, 0L), (25, 0L), (3, -1L) }) Should.Throw<Refusal>(() => peaks.Tile(waves, level, tile));
    }

    [Fact]
    public void Many_channels_are_heard_on_both_sides()
    {
        float[] six = [1, 2, 3, 4, 5, 6, -1, -2, -3, -4, -5, -6];
        StereoDown.Mix(six, 6).ShouldBe(4);
        six[..4].ShouldBe([3, 4, -3, -4]);
        float[] three = [1, 2, 3];
        StereoDown.Mix(three, 3).ShouldBe(2);
        three[..2].ShouldBe([2, 2]);
        (StereoDown.Mix([1, 2], 2), StereoDown.Of(1), StereoDown.Of(8)).ShouldBe((2, 1, 2));
    }
}
