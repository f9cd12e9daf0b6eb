using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using ZestyReel.Core.Outgoing;

namespace ZestyReel.Core.Tests.Outgoing;

/// <summary>Samples as few curves: what is a cubic is found as one, and nothing is ever further off than it may be.</summary>
public class TrackTests
{
    private static readonly HashSet<int> Nowhere = [];

    private static double Hermite(double from, double to, double start, double end, double t)
    {
        var rest = 1 - t;
        return from * (1 + 2 * t) * rest * rest + start * t * rest * rest + to * t * t * (3 - 2 * t) - end * t * t * rest;
    }

    /// <summary>What a reader of the curves sees at a sample.</summary>
    private static double Seen(CubicTrack track, int sample, int column)
    {
        var at = Array.FindLastIndex(track.At, place => place <= sample);
        if (track.Shape != TrackShape.Cubic || at == track.At.Length - 1) return track.Values[at][column];
        var length = track.At[at + 1] - track.At[at];
        return Hermite(track.Values[at][column], track.Values[at + 1][column], track.After[at][column] * length, track.Before[at + 1][column] * length, (double)(sample - track.At[at]) / length);
    }

    [Property]
    public bool A_chain_of_cubics_is_found_as_it_is(int a, int b, int c, int d, PositiveInt length)
    {
        var n = 4 + length.Get % 60;
        double Value(int i) => i <= n
            ? Hermite(a % 50, b % 50, c % 90, d % 90, (double)i / n)
            : Hermite(b % 50, a % 30, -d % 40, c % 70, (double)(i - n) / n);
        double[] samples = [.. Enumerable.Range(0, 2 * n + 1).Select(Value)];
        var track = CubicTrack.Of([samples], new HashSet<int> { n }, 1e-7);
        return track.Shape == TrackShape.Still || track.Shape == TrackShape.Cubic && track.At.SequenceEqual([0, n, 2 * n]);
    }

    [Property]
    public bool No_sample_is_further_off_than_it_may_be(NonEmptyArray<NormalFloat> first, PositiveInt every)
    {
        double[] one = [.. first.Get.Select(value => value.Get % 1000)];
        double[] other = [.. one.Select((value, i) => i % (every.Get % 5 + 1) == 0 ? value : 3)];
        var track = CubicTrack.Of([one, other], Nowhere, 1e-3);
        return Enumerable.Range(0, one.Length).All(i => Math.Abs(Seen(track, i, 0) - one[i]) <= 1e-3 && Math.Abs(Seen(track, i, 1) - other[i]) <= 1e-3);
    }

    [Fact]
    public void What_only_jumps_is_told_in_steps()
    {
        var track = CubicTrack.Of([[1, 1, 1, 5, 5, 5, 2, 2]], Nowhere, 1e-6);
        track.Shape.ShouldBe(TrackShape.Stepped);
        track.At.ShouldBe([0, 3, 6]);
        // Two that follow each other are no rest between jumps.
        CubicTrack.Of([[1, 1, 1, 5, 2, 2, 2, 2]], Nowhere, 1e-6).Shape.ShouldBe(TrackShape.Cubic);
        CubicTrack.Of([[4, 4, 4]], Nowhere, 1e-6).Shape.ShouldBe(TrackShape.Still);
    }

    [Fact]
    public void A_sine_takes_few_curves()
    {
        double[] sine = [.. Enumerable.Range(0, 961).Select(i => Math.Sin(i * 2 * Math.PI / 960))];
        var track = CubicTrack.Of([sine], Nowhere, 1e-5);
        track.At.Length.ShouldBeInRange(9, 40);
        Enumerable.Range(0, 961).Max(i => Math.Abs(Seen(track, i, 0) - sine[i])).ShouldBeLessThanOrEqualTo(1e-5);
    }

    [Property]
    public bool Straight_ways_stay_near(NonEmptyArray<NormalFloat> values)
    {
        double[] all = [.. values.Get.Select(value => value.Get % 100)];
        var told = LinearTrack.Of(all, 0.5);
        if (told[0] != 0 || told[^1] != all.Length - 1 || !told.SequenceEqual(told.Order())) return false;
        for (var k = 0; k + 1 < told.Count; k++)
            for (var i = told[k]; i <= told[k + 1]; i++)
                if (Math.Abs(all[told[k]] + (all[told[k + 1]] - all[told[k]]) * (i - told[k]) / Math.Max(1, told[k + 1] - told[k]) - all[i]) > 0.5 + 1e-12) return false;
        return true;
    }

    [Fact]
    public void A_corner_is_told_once() => LinearTrack.Of([0, 1, 2, 3, 2, 1, 0], 1e-9).ShouldBe([0, 3, 6]);
}
