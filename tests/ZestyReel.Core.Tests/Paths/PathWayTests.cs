using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Paths;

/// <summary>How long a path is, and where a share of it lies.</summary>
public class PathWayTests
{
    private static PathShape Through(params Vector[] points) => new([.. points.Select(at => new PathPoint(at))]);

    private static PathShape Corners(params Vector[] points) => new([.. points.Select(at => new PathPoint(at, PathPointKind.Corner))]);

    [Fact]
    public void Corners_make_lines_that_are_run_evenly()
    {
        var way = PathWay.Of(Corners(new(0, 0, 0), new(3, 0, 0), new(3, 0, 4)));
        way.Length.ShouldBe(7, 1e-12);
        foreach (var length in (double[])[0, 0.3, 1, 2.999, 3.5, 5, 7])
        {
            var at = way.At(length / 7);
            at.X.ShouldBe(Math.Min(3, length), 1e-9);
            at.Z.ShouldBe(Math.Max(0, length - 3), 1e-9);
        }
    }

    /// <summary>The length of y = x² from 0 to b is (b√(1 + 4b²))/2 + asinh(2b)/4.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(0.01)]
    [InlineData(40)]
    public void A_parabola_is_as_long_as_its_formula_says(double b)
    {
        // The quadratic curve with the control point (b/2, 0), as a cubic.
        Vector a = new(0, 0, 0), c = new(b / 2, 0, 0), d = new(b, b * b, 0);
        var way = PathWay.Of(new([new(a, PathPointKind.Free, default, (c - a) * (2.0 / 3)), new(d, PathPointKind.Free, (c - d) * (2.0 / 3), default)]));
        double Formula(double x) => x * Math.Sqrt(1 + 4 * x * x) / 2 + Math.Asinh(2 * x) / 4;
        way.Length.ShouldBe(Formula(b), Formula(b) * 1e-9);
        // Half way by length is where the formula says.
        var at = way.At(0.5);
        Formula(at.X).ShouldBe(Formula(b) / 2, Formula(b) * 1e-6);
        at.Y.ShouldBe(at.X * at.X, 1e-9 * b * b);
    }

    [Fact]
    public void A_circle_of_four_curves_is_as_long_as_a_circle()
    {
        const double k = 0.5522847498307936;
        PathPoint On(double x, double z) => new(new(x, 0, z), PathPointKind.Free, new(k * z, 0, -k * x), new(-k * z, 0, k * x));
        var way = PathWay.Of(new([On(1, 0), On(0, 1), On(-1, 0), On(0, -1)], Closed: true));
        way.Length.ShouldBe(2 * Math.PI, 2 * Math.PI * 3e-4);
        for (var i = -8; i <= 16; i++)
        {
            var (at, angle) = (way.At(i / 8.0), i / 8.0 * 2 * Math.PI);
            at.X.ShouldBe(Math.Cos(angle), 1e-3);
            at.Z.ShouldBe(Math.Sin(angle), 1e-3);
        }
    }

    [Fact]
    public void Travel_goes_round_a_closed_path_and_ends_at_the_ends_of_an_open_one()
    {
        var open = Through(new(0, 0, 0), new(4, 0, 1), new(6, 2, 0));
        var way = PathWay.Of(open);
        way.At(-3).ShouldBe(open.Points[0].At);
        way.At(7).ShouldBe(open.Points[2].At);
        var round = PathWay.Of(open with { Closed = true });
        (round.At(1.25) - round.At(0.25)).Length().ShouldBeLessThan(1e-9);
        (round.At(-0.75) - round.At(0.25)).Length().ShouldBeLessThan(1e-9);
        (round.At(1) - round.At(0)).Length().ShouldBeLessThan(1e-9);
    }

    [Fact]
    public void By_points_equal_travel_leads_from_point_to_point()
    {
        var shape = Through(new(0, 0, 0), new(1, 0, 0), new(50, 0, 3), new(51, 0, 0)) with { Spread = PathSpread.Points };
        var way = PathWay.Of(shape);
        for (var i = 0; i < 4; i++) (way.At(i / 3.0) - shape.Points[i].At).Length().ShouldBeLessThan(1e-9);
        way.Place(0.5).ShouldBe((1, 0.5));
    }

    [Fact]
    public void Smooth_points_make_a_uniform_catmull_rom_spline()
    {
        // Its middle between the second and third of four points: (−a + 9b + 9c − d) / 16 (Catmull & Rom, 1974, with tension 1/2).
        Vector a = new(0, 1, 2), b = new(3, 1, 0), c = new(5, 4, 1), d = new(2, 2, 2);
        var middle = Through(a, b, c, d).Segment(1).At(0.5);
        var wanted = (-a + b * 9 + c * 9 - d) / 16;
        (middle - wanted).Length().ShouldBeLessThan(1e-12);
    }

    [Fact]
    public void What_has_no_length_is_at_its_place()
    {
        var way = PathWay.Of(Through(new(2, 3, 4), new(2, 3, 4), new(2, 3, 4)));
        way.Length.ShouldBe(0);
        foreach (var travel in (double[])[0, 0.4, 1, -2]) way.At(travel).ShouldBe(new(2, 3, 4));
    }

    /// <summary>Any path, measured in a hundred thousand straight steps, and any share of it.</summary>
    [Property(MaxTest = 25)]
    public Property A_random_path_is_as_long_as_its_steps() => Prop.ForAll(RandomPaths.Any().ToArbitrary(), shape =>
    {
        const int steps = 100_000;
        var way = PathWay.Of(shape);
        var per = steps / shape.SegmentCount;
        var sums = new List<double> { 0 };
        for (var s = 0; s < shape.SegmentCount; s++)
        {
            var segment = shape.Segment(s);
            var before = segment.At(0);
            for (var i = 1; i <= per; i++)
            {
                var at = segment.At((double)i / per);
                sums.Add(sums[^1] + (at - before).Length());
                before = at;
            }
        }
        way.Length.ShouldBe(sums[^1], sums[^1] * 1e-6);
        foreach (var share in (double[])[0.1, 0.37, 0.5, 0.73, 0.999])
        {
            // The step in which so much of the way has been made.
            var step = sums.FindIndex(sum => sum >= share * sums[^1]) - 1;
            var (segment, at) = (Math.Min(step / per, shape.SegmentCount - 1), step % per);
            var there = shape.Segment(segment).At((at + 0.5) / per);
            (way.At(share) - there).Length().ShouldBeLessThan(sums[^1] * 1e-4);
            var (found, u) = way.Place(share);
            way.LengthTo(found, u).ShouldBe(share * way.Length, way.Length * 1e-6);
        }
    });
}
