using System.Collections.Immutable;
using ZestyReel.Core.Takes;

namespace ZestyReel.Core.Tests.Takes;

public class HandMotionTests
{
    private static Take Of(double[] seconds, double[] values, double? end = null) => HandMotion.Of(["position.x"], [.. seconds], [[.. values]], end);

    [Fact]
    public void What_is_told_at_one_moment_counts_once_and_last_and_the_order_of_telling_does_not_matter()
    {
        var take = Of([10.02, 10, 10.01, 10.02], [3, 1, 2, 4]);
        take.Seconds.Select(at => Math.Round(at, 9)).ShouldBe([0, 0.01, 0.02]);
        take.Values[0].ShouldBe([1, 2, 4]);
        take.Stamps.ShouldBeNull();
    }

    [Fact]
    public void A_hand_that_rests_leaves_everything_as_it_was_until_just_before_it_moves_again()
    {
        double[] told = [0, 0.01, 0.02, 0.03, 1.03, 1.04];
        var take = Of(told, [0, 1, 2, 3, 4, 5]);
        take.Seconds.Length.ShouldBe(7);
        take.Seconds[4].ShouldBe(1.03 - 1.0 / 120, 1e-12);
        take.Values[0].ShouldBe([0, 1, 2, 3, 3, 4, 5]);
    }

    [Fact]
    public void A_computer_that_is_always_slow_to_tell_of_the_hand_makes_no_steps_of_its_way()
    {
        double[] told = [.. Enumerable.Range(0, 20).Select(i => i * 0.15)];
        Of(told, told).Seconds.ShouldBe(told);
    }

    [Fact]
    public void It_stays_as_it_was_until_the_take_ends()
    {
        var take = Of([5, 5.01], [1, 2], end: 9);
        take.Length.ShouldBe(4);
        take.Values[0].ShouldBe([1, 2, 2]);
    }

    [Fact]
    public void What_is_no_motion_is_refused()
    {
        Should.Throw<Refusal>(() => Of([], [])).Reason.ShouldBe("nothing was recorded");
        Should.Throw<Refusal>(() => Of([0, 1], [1])).Reason.ShouldBe("each channel has a value for each sample");
        Should.Throw<Refusal>(() => Of([0, double.NaN], [1, 2])).Reason.ShouldBe("a moment is a number");
        Should.Throw<Refusal>(() => Of([0, 1], [1, double.PositiveInfinity])).Reason.ShouldBe("a value is a number");
        Should.Throw<Refusal>(() => Of([0, 4000], [1, 2])).Place.ShouldBe("seconds");
        Should.Throw<Refusal>(() => HandMotion.Of(["a", "a"], [0], [[1], [2]])).Reason.ShouldBe("each channel has a name of its own");
        Should.Throw<Refusal>(() => HandMotion.Of([.. Enumerable.Range(0, 17).Select(i => $"{i}")], [0], [.. Enumerable.Repeat(ImmutableArray.Create(1.0), 17)])).Place.ShouldBe("channels");
    }
}
