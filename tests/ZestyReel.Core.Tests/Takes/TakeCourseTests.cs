using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Takes;

/// <summary>Where takes go, and how parts of several become one motion.</summary>
public class TakeCourseTests
{
    private static readonly FrameRate Film = FrameRate.Film;

    private static Take Steady(double value, double seconds = 2, string channel = "position.x") =>
        new([channel], [.. Enumerable.Range(0, (int)(seconds * 100) + 1).Select(i => i / 100.0)], [[.. Enumerable.Repeat(value, (int)(seconds * 100) + 1)]], null, []);

    private static Tick At(long frame) => Film.StartOf(frame);

    private static TakePart Part(Take take, long from, long until = 0, double speed = 1) => new(take, new TakePlace(At(from), speed), At(until));

    private static double Value(TakeCourse course, Tick at)
    {
        var i = course.Times.AsSpan().BinarySearch(at);
        if (i >= 0) return course.Values[0][i];
        var (left, right) = (~i - 1, ~i);
        var part = (double)(at - course.Times[left]).Value / (course.Times[right] - course.Times[left]).Value;
        return course.Values[0][left] + (course.Values[0][right] - course.Values[0][left]) * part;
    }

    [Fact]
    public void Recorded_at_half_speed_a_take_lasts_half_as_long()
    {
        var times = new TakePlace(At(10), 0.5).Of(Steady(1, 4));
        times[0].ShouldBe(At(10));
        times[^1].ShouldBe(At(10 + 48));
    }

    [Fact]
    public void By_its_own_clock_it_goes_where_its_stamps_say()
    {
        var take = Steady(1) with { Stamps = [.. Enumerable.Range(0, 201).Select(i => 5 + i / 50.0)] };
        var times = new TakePlace(At(10), 1, ByStamps: true).Of(take);
        times[0].Value.ShouldBe(5 * Tick.PerSecond);
        times[^1].Value.ShouldBe(9 * Tick.PerSecond);
        new TakePlace(At(10), 1).Of(take)[0].ShouldBe(At(10));
        Should.Throw<Refusal>(() => new TakePlace(At(10), 1, ByStamps: true).Of(Steady(1))).Reason.ShouldBe("a hand has no clock of its own");
        Should.Throw<Refusal>(() => new TakePlace(At(10), 1, ByStamps: true).Of(take with { Stamps = [.. take.Seconds.Select(_ => 1.0)] })).Place.ShouldBe("clock");
        Should.Throw<Refusal>(() => new TakePlace(At(10), 1, ByStamps: true).Of(take with { Stamps = [.. take.Seconds.Select(at => 1e12 + at)] })).Place.ShouldBe("clock");
        Should.Throw<Refusal>(() => new TakePlace(At(10), 0).Of(take)).Place.ShouldBe("speed");
    }

    [Fact]
    public void One_take_is_as_it_was_recorded()
    {
        var take = new Take(["position.x", "position.y"], [0, 0.5, 0.6], [[1, 2, 3], [4, 5, 6]], null, []);
        var course = TakeCourse.Of([Part(take, 1)], default);
        course.Times.ShouldBe(new TakePlace(At(1), 1).Of(take));
        course.Values[1].ShouldBe([4, 5, 6]);
    }

    [Fact]
    public void A_blend_goes_over_from_one_to_the_other_as_its_formula_says()
    {
        var course = TakeCourse.Of([Part(Steady(2), 1, 25), Part(Steady(6), 1)], At(12) - Tick.Zero);
        Value(course, At(18)).ShouldBe(2, 1e-12);
        Value(course, At(25)).ShouldBe(4, 1e-9);
        Value(course, At(31)).ShouldBe(6, 1e-12);
        for (var k = 0; k < course.Times.Length; k++)
        {
            var u = Math.Clamp((Film.FrameOf(course.Times[k].Value) - 19) / 12, 0, 1);
            course.Values[0][k].ShouldBe(2 + 4 * u * u * (3 - 2 * u), 1e-9);
        }
    }

    [Fact]
    public void A_blend_is_round_also_where_nothing_was_told_of_the_hand()
    {
        var still = new Take(["position.x"], [0, 2], [[2, 2]], null, []);
        var course = TakeCourse.Of([Part(still, 1, 25), Part(still with { Values = [[6, 6]] }, 1)], At(16) - Tick.Zero);
        for (var frame = 17; frame <= 33; frame++)
        {
            var u = (frame - 17) / 16.0;
            Value(course, At(frame)).ShouldBe(2 + 4 * u * u * (3 - 2 * u), 1e-9, $"{frame}");
        }
    }

    [Fact]
    public void Without_a_blend_the_next_takes_over_on_its_frame()
    {
        var course = TakeCourse.Of([Part(Steady(2), 1, 25), Part(Steady(6), 1, 30), Part(Steady(-1), 1)], default);
        Value(course, new Tick(At(25).Value - 1)).ShouldBe(2);
        Value(course, At(25)).ShouldBe(6);
        Value(course, new Tick(At(30).Value - 1)).ShouldBe(6);
        Value(course, At(30)).ShouldBe(-1);
    }

    [Fact]
    public void Rotations_that_are_whole_turns_apart_are_not_turned_back()
    {
        var course = TakeCourse.Of([Part(Steady(730, channel: "rotation.y"), 1, 25), Part(Steady(12, channel: "rotation.y"), 1)], At(4) - Tick.Zero);
        course.Values[0].Max().ShouldBe(732, 1e-9);
        course.Values[0].Min().ShouldBe(730, 1e-9);
    }

    [Fact]
    public void What_does_not_go_together_is_refused()
    {
        Should.Throw<Refusal>(() => TakeCourse.Of([], default)).Place.ShouldBe("parts");
        Should.Throw<Refusal>(() => TakeCourse.Of([Part(Steady(1), 1, 20), Part(Steady(1, channel: "position.y"), 1)], default)).Reason.ShouldContain("same channels");
        Should.Throw<Refusal>(() => TakeCourse.Of([Part(Steady(1), 1, 90), Part(Steady(1), 1)], default)).Reason.ShouldContain("nothing of this take");
        Should.Throw<Refusal>(() => TakeCourse.Of([Part(Steady(1), 1, 30), Part(Steady(1), 1, 20), Part(Steady(1), 1)], default)).Reason.ShouldContain("follow each other");
        Should.Throw<Refusal>(() => TakeCourse.Of([Part(Steady(1), 1)], new TickSpan(-1))).Place.ShouldBe("blend");
    }

    [Fact]
    public void Passes_follow_each_other_as_the_scene_plays()
    {
        var plan = new PassPlan(100, At(20), At(1), At(49), 0.5, Loops: true).Checked();
        var passes = plan.Until(107).ToList();
        passes.Count.ShouldBe(3);
        passes[0].From.ShouldBe(100);
        passes[0].To.ShouldBe(100 + 29 / 12.0, 1e-9);
        passes[0].Start.ShouldBe(At(20));
        passes[1].To.ShouldBe(104 + 29 / 12.0, 1e-9);
        passes[1].Start.ShouldBe(At(1));
        passes[2].To.ShouldBe(107);
        (plan with { Loops = false }).Until(107).Count().ShouldBe(1);
        Should.Throw<Refusal>(() => (plan with { From = At(49) }).Checked()).Place.ShouldBe("from");
        Should.Throw<Refusal>(() => (plan with { Speed = 0 }).Checked()).Place.ShouldBe("speed");
    }
}
