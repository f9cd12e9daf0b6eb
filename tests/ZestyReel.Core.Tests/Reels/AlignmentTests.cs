using System.Collections.Immutable;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Reels;

public class AlignmentTests
{
    private static ReelSide Side(ReelPlan plan, FrameRate? rate = null, Func<long, double>? source = null) =>
        new(plan, rate ?? FrameRate.Film, [.. Enumerable.Range(0, plan.Shot).Select(picture => (source ?? (frame => frame))(plan.FrameOf(picture)))]);

    private static ImmutableArray<(int At, int BAt)> Of(ReelSide a, ReelSide b, ReelLineUp lineUp = ReelLineUp.Frame, int offset = 0) =>
        [.. Alignment.Of(a, b, lineUp, offset).Select(pair => (pair.At, pair.BAt))];

    [Fact]
    public void By_frame_the_same_frames_stand_beside_each_other() =>
        Of(Side(new(new(10, 14))), Side(new(new(12, 20)))).ShouldBe([(2, 0), (3, 1), (4, 2)]);

    [Fact]
    public void Of_one_that_has_every_second_frame_the_one_before_is_seen() =>
        Of(Side(new(new(1, 5))), Side(new(new(1, 5), Every: 2))).ShouldBe([(0, 0), (1, 0), (2, 1), (3, 1), (4, 2)]);

    [Fact]
    public void What_is_held_stands_beside_what_is_held()
    {
        var held = Side(new(new(1, 3), LeadIn: 2, LeadOut: 2));
        Of(held, held).ShouldBe(Enumerable.Range(0, 7).Select(place => (place, place)));
        // The other one holds less: beyond that it has nothing.
        Of(held, Side(new(new(1, 3), LeadIn: 1))).ShouldBe([(1, 0), (2, 1), (3, 2), (4, 3)]);
    }

    [Fact]
    public void At_another_rate_the_same_moment_is_looked_for() =>
        Of(Side(new(new(0, 4))), Side(new(new(0, 8)), FrameRate.Of(48, 1))).ShouldBe([(0, 0), (1, 2), (2, 4), (3, 6), (4, 8)]);

    [Fact]
    public void By_source_time_what_was_retimed_lies_beside_itself() =>
        // B shows everything at half the speed.
        Of(Side(new(new(1, 4))), Side(new(new(1, 8)), source: frame => 1 + (frame - 1) / 2.0), ReelLineUp.Source).ShouldBe([(0, 0), (1, 2), (2, 4), (3, 6)]);

    [Fact]
    public void By_place_the_other_is_moved() =>
        Of(Side(new(new(1, 4))), Side(new(new(100, 103))), ReelLineUp.Offset, 2).ShouldBe([(0, 2), (1, 3)]);
}
