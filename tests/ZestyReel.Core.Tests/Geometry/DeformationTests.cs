using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Geometry;

/// <summary>Each deformer against points worked out by hand, and its normals against differences.</summary>
public class DeformationTests
{
    private static DeformerPose Pose(DeformerKind kind, Axis axis = Axis.Y, bool within = true, bool oneWay = false, params (string Channel, double Value)[] values)
    {
        var known = values.ToDictionary(each => each.Channel, each => each.Value);
        return DeformerPose.Of(new Deformer("D", kind, axis, within, oneWay), name => known.GetValueOrDefault(name, name == "length" ? 2 : 0));
    }

    private static void ShouldBeAt(Vector at, double x, double y, double z) => (at - new Vector(x, y, z)).Length().ShouldBe(0, 1e-12, at.ToString());

    [Fact]
    public void A_bend_by_a_right_angle_puts_the_head_as_far_up_as_aside()
    {
        var bend = Pose(DeformerKind.Bend, values: ("strength", 90));
        // An arc of a quarter, as long as the axis was: its radius is h·2/π.
        var radius = 2 * 2 / Math.PI;
        ShouldBeAt(bend.Point(new(0, 2, 0)), radius, radius, 0);
        ShouldBeAt(bend.Point(new(0.5, 2, 0.3)), radius, radius - 0.5, 0.3);
        ShouldBeAt(bend.Point(new(0, 3, 0)), radius + 1, radius, 0);
        ShouldBeAt(bend.Point(new(0.5, -1, 0.2)), 0.5, -1, 0.2);
        ShouldBeAt(Pose(DeformerKind.Bend, within: false, values: ("strength", 90)).Point(new(0, 4, 0)), 2 * radius, 0, 0);
        // Towards −z, a quarter turn about y from x.
        ShouldBeAt(Pose(DeformerKind.Bend, values: [("strength", 90), ("direction", 90)]).Point(new(0, 2, 0)), 0, radius, -radius);
    }

    [Theory]
    [InlineData(Axis.X, 0, 1, 0), InlineData(Axis.Y, 1, 0, 0), InlineData(Axis.Z, 1, 0, 0)]
    public void Direction_0_is_x_and_of_the_axis_x_it_is_y(Axis axis, double x, double y, double z)
    {
        var head = Vector.Zero + (axis switch { Axis.X => new Vector(2, 0, 0), Axis.Y => new Vector(0, 2, 0), _ => new Vector(0, 0, 2) });
        var pushed = Pose(DeformerKind.Shear, axis, values: ("strength", 0.5)).Point(head) - head;
        ShouldBeAt(pushed, x, y, z);
        // A quarter further: right-handed about the axis.
        var along = head / 2;
        var further = Pose(DeformerKind.Shear, axis, values: [("strength", 0.5), ("direction", 90)]).Point(head) - head;
        (further - along.Cross(pushed)).Length().ShouldBe(0, 1e-12);
    }

    [Property]
    public void A_bend_keeps_the_length_of_the_axis(NormalFloat strength)
    {
        var bend = Pose(DeformerKind.Bend, values: ("strength", strength.Get % 3000));
        var (length, before) = (0.0, bend.Point(Vector.Zero));
        const int parts = 4000;
        for (var i = 1; i <= parts; i++)
        {
            var at = bend.Point(new(0, 2.0 * i / parts, 0));
            length += (at - before).Length();
            before = at;
        }
        // Chords of arcs of a/4000 each: shorter by a²/24 at the most.
        var part = strength.Get % 3000 * Math.PI / 180 / parts;
        length.ShouldBe(2, 1e-9 + 2 * part * part / 20);
    }

    [Property]
    public void A_twist_keeps_what_is_how_far_from_the_axis(NormalFloat strength, NormalFloat x, NormalFloat y, NormalFloat z)
    {
        var at = new Vector(x.Get % 10, y.Get % 10, z.Get % 10);
        var turned = Pose(DeformerKind.Twist, values: ("strength", strength.Get % 1000)).Point(at);
        Math.Sqrt(turned.X * turned.X + turned.Z * turned.Z).ShouldBe(Math.Sqrt(at.X * at.X + at.Z * at.Z), 1e-9);
        turned.Y.ShouldBe(at.Y, 1e-12);
    }

    [Fact]
    public void A_twist_by_a_right_angle_turns_the_head_right_handed()
    {
        var twist = Pose(DeformerKind.Twist, values: ("strength", 90));
        ShouldBeAt(twist.Point(new(1, 2, 0)), 0, 2, -1);
        ShouldBeAt(twist.Point(new(1, 5, 0)), 0, 5, -1);
        ShouldBeAt(twist.Point(new(1, 0, 0)), 1, 0, 0);
    }

    [Fact]
    public void A_taper_and_a_bulge_size_the_section()
    {
        ShouldBeAt(Pose(DeformerKind.Taper, values: ("strength", -0.5)).Point(new(1, 2, 1)), 0.5, 2, 0.5);
        ShouldBeAt(Pose(DeformerKind.Taper, values: ("strength", -0.5)).Point(new(1, 1, 1)), 0.75, 1, 0.75);
        ShouldBeAt(Pose(DeformerKind.Taper, oneWay: true, values: ("strength", -0.5)).Point(new(1, 2, 1)), 0.5, 2, 1);
        ShouldBeAt(Pose(DeformerKind.Bulge, values: ("strength", 1)).Point(new(1, 1, 1)), 2, 1, 2);
        ShouldBeAt(Pose(DeformerKind.Bulge, values: ("strength", 1)).Point(new(1, 2, 1)), 1, 2, 1);
        ShouldBeAt(Pose(DeformerKind.Bulge, values: ("strength", 1)).Point(new(1, 0.5, 1)), 1.75, 0.5, 1.75);
        // Beyond the head it goes on where it is not kept within.
        ShouldBeAt(Pose(DeformerKind.Taper, within: false, values: ("strength", -0.5)).Point(new(1, 3, 1)), 0.25, 3, 0.25);
    }

    [Theory]
    [InlineData(-0.9), InlineData(-0.3), InlineData(0.7), InlineData(9)]
    public void A_stretch_keeps_the_volume(double strength)
    {
        var mesh = ShapeMesh.Of(ObjectKind.Box, new(3, 3, 3)).Sized(new(new(1, 2, 3)));
        var stretch = Pose(DeformerKind.Stretch, values: [("strength", strength), ("foot", -1)]);
        for (var i = 0; i < mesh.Positions.Length; i++) mesh.Positions[i] = stretch.Point(mesh.Positions[i]);
        var volume = mesh.Indices.Chunk(3).Sum(c => mesh.Positions[c[0]].Dot(mesh.Positions[c[1]].Cross(mesh.Positions[c[2]]))) / 6;
        volume.ShouldBe(6, 6e-6);
        mesh.Bounds().Most.Y.ShouldBe(-1 + 2 * (1 + strength), 1e-12);
    }

    [Fact]
    public void What_is_flattened_spreads_at_its_foot()
    {
        var flat = Pose(DeformerKind.Flatten, values: [("strength", 0.75), ("spread", 2)]);
        ShouldBeAt(flat.Point(new(1, 2, 0)), 1, 0.5, 0);
        ShouldBeAt(flat.Point(new(1, 0, 1)), 2.5, 0, 2.5);
        ShouldBeAt(flat.Point(new(1, 1, 0)), 1 + 0.75 * 2 * 0.25, 0.25, 0);
        ShouldBeAt(flat.Point(new(1, 4, 0)), 1, 2.5, 0);
    }

    [Fact]
    public void Waves_go_along_and_rings_outwards()
    {
        var wave = Pose(DeformerKind.Wave, values: [("amount", 0.5), ("count", 1), ("phase", 0), ("pinned", 1)]);
        ShouldBeAt(wave.Point(new(0, 0.5, 0)), 0.5 * 0.25, 0.5, 0);
        ShouldBeAt(wave.Point(new(0, 1.5, 0)), -0.5 * 0.75, 1.5, 0);
        // A quarter of a turn later the crest is a quarter of a wave farther.
        ShouldBeAt(Pose(DeformerKind.Wave, values: [("amount", 0.5), ("count", 1), ("phase", 0.25), ("pinned", 0)]).Point(new(0, 1, 0)), 0.5, 1, 0);
        var ripple = Pose(DeformerKind.Ripple, values: [("amount", 0.5), ("count", 1), ("fade", 0.5)]);
        ShouldBeAt(ripple.Point(new(0.3, 0, 0.4)), 0.3, 0.5 * (1 - 0.5 * 0.25), 0.4);
        ShouldBeAt(ripple.Point(new(0, 0.2, 0)), 0, 0.2, 0);
    }

    [Property(MaxTest = 400)]
    public void Normals_are_as_the_differences_of_points_have_them(PositiveInt seed)
    {
        var random = new Random(seed.Get);
        double Number(double most) => (random.NextDouble() * 2 - 1) * most;
        var kind = (DeformerKind)random.Next(9);
        var pose = Pose(kind, (Axis)random.Next(3), random.Next(2) == 0, Deformer.CanBeOneWay(kind) && random.Next(2) == 0,
            ("strength", kind is DeformerKind.Bend or DeformerKind.Twist ? Number(200) : kind == DeformerKind.Flatten ? random.NextDouble() * 0.9 : Number(0.8)),
            ("direction", Number(180)), ("foot", Number(1)), ("length", 0.5 + random.NextDouble() * 3), ("amount", Number(0.3)),
            ("count", Number(2)), ("phase", Number(3)), ("pinned", random.NextDouble()), ("spread", random.NextDouble()), ("fade", random.NextDouble()));
        var (at, normal) = (new Vector(Number(1), Number(1), Number(1)), new Vector(Number(1), Number(1), Number(1)).Unit());
        var (u, v) = (normal.Cross(new(0.3, 0.5, 0.8)).Unit(), Vector.Zero);
        v = normal.Cross(u);
        const double step = 1e-6;
        Vector Slope(Vector way) => (pose.Point(at + way * step) - pose.Point(at - way * step)) / (2 * step);
        // Where two formulas meet, at the foot and the head, there is no single slope.
        foreach (var way in (Vector[])[u, v])
            if (((pose.Point(at + way * step) - pose.Point(at)) / step - Slope(way)).Length() > 1e-3) return;
        var expected = Slope(u).Cross(Slope(v));
        if (expected.Length() < 1e-3) return;
        var told = normal;
        var placed = pose.Point(at, ref told);
        (placed - pose.Point(at)).Length().ShouldBe(0, 1e-12);
        told.Length().ShouldBe(1, 1e-9);
        (told - expected.Unit()).Length().ShouldBe(0, 2e-5 / expected.Length(), $"{kind}");
    }

    [Theory]
    [InlineData(DeformerKind.Bend), InlineData(DeformerKind.Twist), InlineData(DeformerKind.Taper), InlineData(DeformerKind.Bulge), InlineData(DeformerKind.Shear)]
    [InlineData(DeformerKind.Stretch), InlineData(DeformerKind.Flatten), InlineData(DeformerKind.Wave), InlineData(DeformerKind.Ripple)]
    public void Without_strength_nothing_is_moved(DeformerKind kind)
    {
        foreach (var axis in Enum.GetValues<Axis>())
        {
            var normal = new Vector(0.6, 0, 0.8);
            ShouldBeAt(Pose(kind, axis, values: [("direction", 33), ("foot", -0.4)]).Point(new(0.3, -0.7, 1.1), ref normal), 0.3, -0.7, 1.1);
            (normal - new Vector(0.6, 0, 0.8)).Length().ShouldBe(0, 1e-12);
        }
    }

    [Fact]
    public void The_largest_values_that_can_be_set_give_numbers()
    {
        foreach (var kind in Enum.GetValues<DeformerKind>())
            foreach (var end in (double[])[0, 1])
            {
                var pose = DeformerPose.Of(new("D", kind), name =>
                    DeformerChannels.Of(kind).FirstOrDefault(spec => spec.Name == name) is { } spec ? end == 0 ? spec.Least : spec.Most : 0);
                var normal = new Vector(0, 1, 0);
                var at = pose.Point(new(1e9, -1e9, 1e9), ref normal);
                (double.IsFinite(at.X) && double.IsFinite(at.Y) && double.IsFinite(at.Z) && double.IsFinite(normal.Length())).ShouldBeTrue($"{kind} {at} {normal}");
            }
    }
}
