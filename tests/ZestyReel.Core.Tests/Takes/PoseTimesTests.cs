using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Takes;

namespace ZestyReel.Core.Tests.Takes;

/// <summary>Poses that were lost, late and doubled under way come into the order and to the moments in which they were sent.</summary>
public class PoseTimesTests
{
    private const double Step = 1.0 / 120, LeastDelay = 0.004, Ahead = 5_000;

    /// <summary>A pose that was true at <c>number · Step</c> by our clock, of a device whose clock is ahead.</summary>
    private static TrackedPose Pose(int number, double delay, double ahead = Ahead, int from = 0) =>
        new(unchecked(from + number), ahead + number * Step, number * Step + delay, new(number, 0, 0), new(1, 0, 0, 0));

    private static TrackedPose[] Sent(int count, Func<int, double> delay) => [.. Enumerable.Range(0, count).Select(i => Pose(i, delay(i))).OrderBy(pose => pose.Arrived)];

    [Fact]
    public void Whatever_holds_each_back_they_come_to_the_moments_at_which_they_were_sent_less_the_least_delay()
    {
        var random = new Random(3);
        var times = PoseTimes.Of(Sent(2_000, i => LeastDelay + (i % 10 == 0 ? 0 : random.NextDouble() * 0.09)));
        times.Poses.Length.ShouldBe(2_000);
        times.Lost.ShouldBe(0);
        times.Late.ShouldBeGreaterThan(100);
        times.Gaps.ShouldBeEmpty();
        for (var i = 0; i < 2_000; i++)
        {
            times.Poses[i].Number.ShouldBe(i);
            times.Seconds[i].ShouldBe(i * Step + LeastDelay, 1e-9);
        }
    }

    [Property]
    public Property Nothing_that_came_is_lost_and_nothing_is_made_up()
    {
        var way = from kept in Gen.Elements(true, true, true, false).ListOf(300)
                  from delay in Gen.Choose(0, 200).ListOf(300)
                  from twice in Gen.Elements(true, false, false).ListOf(300)
                  select (kept, delay, twice);
        return Prop.ForAll(way.ToArbitrary(), sent =>
        {
            var came = Enumerable.Range(0, sent.kept.Count).Where(i => sent.kept[i]).ToList();
            var poses = came.Select(i => Pose(i, sent.delay[i] / 1000.0)).Concat(came.Where(i => sent.twice[i]).Select(i => Pose(i, sent.delay[i] / 1000.0 + 0.05)))
                .OrderBy(pose => pose.Arrived).ToArray();
            var times = PoseTimes.Of(poses);
            times.Poses.Select(pose => pose.Number).ShouldBe(came);
            times.Seconds.ShouldBeInOrder();
            times.Lost.ShouldBe(came.Count == 0 ? 0 : came[^1] - came[0] + 1 - came.Count);
        });
    }

    [Fact]
    public void What_is_missing_is_counted_and_a_long_while_without_anything_is_a_gap()
    {
        var times = PoseTimes.Of([.. Sent(600, _ => LeastDelay).Where(pose => pose.Number != 100 && pose.Number is < 300 or >= 360)]);
        times.Lost.ShouldBe(61);
        var gap = times.Gaps.ShouldHaveSingleItem();
        gap.From.ShouldBe(299 * Step + LeastDelay, 1e-9);
        gap.To.ShouldBe(360 * Step + LeastDelay, 1e-9);
        var cut = times.Within(3.2, 4.5);
        cut.Gaps.ShouldBeEmpty();
        cut.Lost.ShouldBe(0);
        cut.Seconds[0].ShouldBeGreaterThanOrEqualTo(3.2);
        cut.Seconds[^1].ShouldBeLessThan(4.5);
        times.Within(2, 4).Gaps.ShouldBe(times.Gaps);
        times.Within(2.6, 2.9).Poses.ShouldBeEmpty();
    }

    [Fact]
    public void Numbers_go_on_after_the_largest()
    {
        var times = PoseTimes.Of([.. Enumerable.Range(0, 100).Select(i => Pose(i, LeastDelay, from: int.MaxValue - 50))]);
        times.Poses.Select(pose => pose.Position.X).ShouldBe(Enumerable.Range(0, 100).Select(i => (double)i));
        times.Lost.ShouldBe(0);
    }

    [Fact]
    public void A_device_that_starts_anew_goes_on_behind_what_it_sent_before()
    {
        var before = Enumerable.Range(0, 700).Select(i => Pose(i, LeastDelay));
        var after = Enumerable.Range(0, 100).Select(i => new TrackedPose(i, 2 + i * Step, (720 + i) * Step + LeastDelay, new(1000 + i, 0, 0), new(1, 0, 0, 0)));
        var times = PoseTimes.Of([.. before, .. after]);
        times.Poses.Length.ShouldBe(800);
        times.Poses[700].Position.X.ShouldBe(1000);
        times.Seconds[700].ShouldBe(720 * Step + LeastDelay, 1e-9);
        times.Lost.ShouldBe(0);
    }

    [Fact]
    public void A_clock_that_stands_still_or_runs_wild_is_not_believed()
    {
        var still = PoseTimes.Of([.. Sent(100, _ => LeastDelay).Select(pose => pose with { Stamp = 7 })]);
        for (var i = 0; i < 100; i++) still.Seconds[i].ShouldBe(i * Step + LeastDelay, 1e-9);
        var wild = PoseTimes.Of([.. Sent(400, _ => LeastDelay).Select(pose => pose with { Stamp = pose.Stamp * 3 })]);
        for (var i = 0; i < 400; i++) wild.Seconds[i].ShouldBe(i * Step + LeastDelay, 1e-9);
    }

    [Fact]
    public void A_clock_that_drifts_is_followed()
    {
        var drifting = Enumerable.Range(0, 60 * 120).Select(i => Pose(i, LeastDelay) with { Stamp = Ahead + i * Step * 1.0005 }).ToArray();
        var times = PoseTimes.Of(drifting);
        for (var i = 0; i < drifting.Length; i++) times.Seconds[i].ShouldBe(i * Step + LeastDelay, 0.001);
    }
}
