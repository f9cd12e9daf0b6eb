using System.Globalization;
using System.Text;
using SkiaSharp;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Svg;

namespace ZestyReel.Formats.Tests;

/// <summary>SVG outlines as paths: against what another library makes of the same data and transforms, and against closed forms.</summary>
public class SvgTests
{
    private static SvgDrawing Read(string inside) => SvgReader.Read(Encoding.UTF8.GetBytes($"""<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">{inside}</svg>"""));

    private static SvgOutline Only(string inside) => Read(inside).Outlines.ShouldHaveSingleItem().Outline;

    private static (double X, double Y) At(SvgOutline outline, int curve, double t)
    {
        var (p, s) = (outline.Points, 1 - t);
        double Of(Func<(double X, double Y), double> part) =>
            s * s * s * part(p[3 * curve]) + 3 * s * s * t * part(p[3 * curve + 1]) + 3 * s * t * t * part(p[3 * curve + 2]) + t * t * t * part(p[3 * curve + 3]);
        return (Of(point => point.X), Of(point => point.Y));
    }

    /// <summary>How long an outline is, by chords.</summary>
    private static double Length(SvgOutline outline)
    {
        var sum = 0.0;
        for (var c = 0; c < outline.Count; c++)
            for (var i = 0; i < 500; i++)
            {
                var (a, b) = (At(outline, c, i / 500.0), At(outline, c, (i + 1) / 500.0));
                sum += Math.Sqrt((a.X - b.X) * (a.X - b.X) + (a.Y - b.Y) * (a.Y - b.Y));
            }
        return sum;
    }

    /// <summary>The furthest that a place of one line is from the other, of many places.</summary>
    private static double Apart(SvgOutline outline, SKPath other)
    {
        using var measure = new SKPathMeasure(other, forceClosed: false, resScale: 64);
        var places = Enumerable.Range(0, 4001).Select(i => measure.GetPosition(measure.Length * i / 4000f)).ToArray();
        var furthest = 0.0;
        for (var c = 0; c < outline.Count; c++)
            for (var i = 0; i <= 16; i++)
            {
                var (x, y) = At(outline, c, i / 16.0);
                furthest = Math.Max(furthest, places.Min(place => Math.Sqrt((x - place.X) * (x - place.X) + (y - place.Y) * (y - place.Y))));
            }
        return furthest;
    }

    public static TheoryData<string> Paths =>
    [
        "M10 10 L50 20 90 80",
        "m10,10 30-5 h20 v-15.5.5 H12 V3",
        "M10 80 C 40 10, 65 10, 95 80 S 150 150, 180 80",
        "M10 80 Q 52.5 10, 95 80 T 180 80 t 20 -30",
        "M80 80 A 45 45 0 0 0 125 125",
        "M80 80 a 45 30 25 1 1 40 20",
        "M10 10 A 5 5 0 0 1 60 60",
        "M6 10A6 4 10 1014 10",
        "M1e1.5c1-2 3 4 5.5-6",
    ];

    [Theory]
    [MemberData(nameof(Paths))]
    public void Data_is_read_as_another_library_reads_it(string data)
    {
        using var other = SKPath.ParseSvgPathData(data);
        other.ShouldNotBeNull();
        var outline = Only($"""<path d="{data}"/>""");
        var size = Math.Max(other.TightBounds.Width, other.TightBounds.Height);
        Apart(outline, other).ShouldBeLessThan(size * 1e-3, "off the other line");
        using var measure = new SKPathMeasure(other, forceClosed: false, resScale: 64);
        Length(outline).ShouldBe(measure.Length, measure.Length * 1e-3);
    }

    [Theory]
    [InlineData("translate(10 20)")]
    [InlineData("rotate(30)")]
    [InlineData("rotate(-40, 20, 5) scale(2,.5)")]
    [InlineData("matrix(1 .2 -.3 1.5 4 -6)")]
    [InlineData("skewX(20) translate(3) skewY(-10)")]
    [InlineData("scale(-1)")]
    public void Transforms_are_those_of_another_library(string transform)
    {
        SKMatrix Other(string name, float[] n) => name switch
        {
            "translate" => SKMatrix.CreateTranslation(n[0], n.Length > 1 ? n[1] : 0),
            "scale" => SKMatrix.CreateScale(n[0], n.Length > 1 ? n[1] : n[0]),
            "rotate" => n.Length > 1 ? SKMatrix.CreateRotationDegrees(n[0], n[1], n[2]) : SKMatrix.CreateRotationDegrees(n[0]),
            "skewX" => SKMatrix.CreateSkew(MathF.Tan(n[0] * MathF.PI / 180), 0),
            "skewY" => SKMatrix.CreateSkew(0, MathF.Tan(n[0] * MathF.PI / 180)),
            _ => new SKMatrix(n[0], n[2], n[4], n[1], n[3], n[5], 0, 0, 1),
        };
        var all = SKMatrix.Identity;
        foreach (System.Text.RegularExpressions.Match each in System.Text.RegularExpressions.Regex.Matches(transform, @"(\w+)\(([^)]*)\)"))
            all = all.PreConcat(Other(each.Groups[1].Value, [.. each.Groups[2].Value.Split([' ', ','], StringSplitOptions.RemoveEmptyEntries).Select(n => float.Parse(n, CultureInfo.InvariantCulture))]));
        var outline = Only($"""<g transform="translate(1 2)"><line transform="{transform}" x1="3" y1="4" x2="-7" y2="9"/></g>""");
        foreach (var (mine, (x, y)) in new[] { (outline.Points[0], (3f, 4f)), (outline.Points[^1], (-7f, 9f)) })
        {
            var theirs = all.MapPoint(x, y);
            mine.X.ShouldBe(theirs.X + 1, 1e-4);
            mine.Y.ShouldBe(theirs.Y + 2, 1e-4);
        }
    }

    [Fact]
    public void Circles_and_ellipses_are_met_to_a_ten_thousandth_and_lines_exactly()
    {
        var circle = Only("""<circle cx="3" cy="4" r="10"/>""");
        circle.IsClosed.ShouldBeTrue();
        for (var c = 0; c < circle.Count; c++)
            for (var i = 0; i <= 100; i++)
            {
                var (x, y) = At(circle, c, i / 100.0);
                Math.Sqrt((x - 3) * (x - 3) + (y - 4) * (y - 4)).ShouldBe(10, 10 * 1e-4);
            }
        Length(circle).ShouldBe(20 * Math.PI, 0.01);
        var ellipse = Only("""<ellipse cx="1" cy="2" rx="8" ry="3"/>""");
        for (var c = 0; c < ellipse.Count; c++)
        {
            var (x, y) = At(ellipse, c, 0.37);
            ((x - 1) * (x - 1) / 64 + (y - 2) * (y - 2) / 9).ShouldBe(1, 1e-4);
        }
        var rect = Only("""<rect x="1" y="2" width="10" height="6"/>""");
        Length(rect).ShouldBe(32, 1e-9);
        rect.Count.ShouldBe(4);
        Length(Only("""<rect width="10" height="6" rx="2"/>""")).ShouldBe(16 + 4 * Math.PI, 0.001);
        Length(Only("""<polygon points="0,0 3,0 3,4"/>""")).ShouldBe(12, 1e-9);
        Length(Only("""<polyline points="0 0 3 0 3 4"/>""")).ShouldBe(7, 1e-9);
        Only("""<polyline points="0 0 3 0 3 4"/>""").IsClosed.ShouldBeFalse();
    }

    [Fact]
    public void What_is_left_out_is_told_with_its_reason()
    {
        var drawing = Read("""
            <title>Chart</title>
            <defs><path id="inner" d="M0 0L1 1"/></defs>
            <text id="label">Harbour</text>
            <use id="again" href="#inner"/>
            <rect id="flat" width="4"/>
            <path id="broken" d="M0 0 L 5 5 ? 9"/>
            <path id="bent" transform="turn(3)" d="M0 0L1 1"/>
            <g display="none"><circle r="3"/></g>
            <path id="whole" d="M0 0L1 1M5 5h3"/>
            """);
        drawing.Outlines.Select(each => each.Name).ShouldBe(["broken", "whole", "whole"]);
        foreach (var name in (string[])["label", "again", "flat", "broken", "bent", "g", "defs"]) drawing.LeftOut.ShouldContain(each => each.Name == name, name);
    }

    [Theory]
    [InlineData("nonsense")]
    [InlineData("<html/>")]
    [InlineData("<svg")]
    [InlineData("""<!DOCTYPE svg [<!ENTITY a "b">]><svg>&a;</svg>""")]
    public void What_is_no_SVG_is_refused(string text) => Should.Throw<Refusal>(() => SvgReader.Read(Encoding.UTF8.GetBytes(text))).Place.ShouldBe("file");

    [Fact]
    public void Too_deep_and_too_many_is_refused()
    {
        Should.Throw<Refusal>(() => Read(string.Concat(Enumerable.Repeat("<g>", 5000)) + string.Concat(Enumerable.Repeat("</g>", 5000))));
        Should.Throw<Refusal>(() => Read(string.Concat(Enumerable.Repeat("<line x2=\"1\"/>", 2001))));
        Should.Throw<Refusal>(() => SvgPlacing.Placed(Read(""), new(SvgPlane.Floor, 5, Vector.Zero)));
        Should.Throw<Refusal>(() => SvgPlacing.Placed(Read("<line x2=\"1\"/>"), new(SvgPlane.Floor, 0, Vector.Zero))).Place.ShouldBe("width");
    }

    [Fact]
    public void Placed_it_is_as_wide_as_it_is_to_be_around_its_middle_and_spread_in_depth()
    {
        var drawing = Read("""<circle id="Ring" cx="10" cy="10" r="10"/><line id="Quay" x1="20" y1="0" x2="40" y2="20"/><line id="Quay" x1="30" y1="0" x2="40" y2="0"/>""");
        Scene Of(SvgPlacement placement) => SvgPlacing.Placed(drawing, placement).Edit.Apply(Scene.Empty("Harbour"));
        Vector World(Scene scene, string name, double travel)
        {
            var thing = scene.Find(name)!;
            return new WorldSampler(scene, FrameTimes.At(scene, default)).Worlds(thing.Id)[0].Point(PathWay.Of(thing.Path!).At(travel));
        }
        var floor = Of(new(SvgPlane.Floor, 8, new(1, 2, 3)));
        floor.Objects.Values.Select(thing => thing.Name).ShouldBe(["Ring", "Quay", "Quay 2"]);
        floor.Find("Ring")!.Path!.Closed.ShouldBeTrue();
        PathWay.Of(floor.Find("Ring")!.Path!).Length.ShouldBe(4 * Math.PI, 1e-2);
        // 40 wide become 8: the line from (20, 0) to (40, 20) starts in the middle, at the far edge.
        (World(floor, "Quay", 0) - new Vector(1, 2, 1)).Length().ShouldBeLessThan(1e-9);
        (World(floor, "Quay", 1) - new Vector(5, 2, 5)).Length().ShouldBeLessThan(1e-9);
        floor.Find("Quay")!.Path!.Points.ShouldAllBe(point => point.Kind == PathPointKind.Corner);
        var upright = Of(new(SvgPlane.Upright, 8, new(1, 2, 3), SvgDepth.Step, 0.5));
        (World(upright, "Quay", 0) - new Vector(1, 4, 3.5)).Length().ShouldBeLessThan(1e-9);
        var (one, again, other) = (Of(new(SvgPlane.Floor, 8, default, SvgDepth.Random, 6, 4)), Of(new(SvgPlane.Floor, 8, default, SvgDepth.Random, 6, 4)), Of(new(SvgPlane.Floor, 8, default, SvgDepth.Random, 6, 5)));
        (World(one, "Quay", 0) - World(again, "Quay", 0)).Length().ShouldBe(0);
        (World(one, "Quay", 0) - World(other, "Quay", 0)).Length().ShouldBeGreaterThan(0);
        World(one, "Quay 2", 0).Y.ShouldBeInRange(0, 6);
    }
}
