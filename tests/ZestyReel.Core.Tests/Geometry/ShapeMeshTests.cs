using FsCheck.Xunit;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Geometry;

/// <summary>Meshes of shapes are closed, face outwards, and are as large as they say.</summary>
public class ShapeMeshTests
{
    private static readonly Measures Odd = new(new(2, 3, 1.5));

    public static TheoryData<ObjectKind, Segments> Closed() => new()
    {
        { ObjectKind.Box, new(1, 1, 1) }, { ObjectKind.Box, new(2, 5, 3) },
        { ObjectKind.Sphere, new(Y: 2, Around: 3) }, { ObjectKind.Sphere, Segments.Usual(ObjectKind.Sphere) },
        { ObjectKind.Cylinder, new(Y: 1, Around: 28) }, { ObjectKind.Cylinder, new(Y: 7, Around: 5) },
        { ObjectKind.Cone, new(Y: 1, Around: 28) }, { ObjectKind.Cone, new(Y: 4, Around: 3) },
        { ObjectKind.Torus, new(Around: 36, AroundTube: 12) }, { ObjectKind.Torus, new(Around: 3, AroundTube: 3) },
    };

    [Theory]
    [MemberData(nameof(Closed))]
    public void Every_edge_has_a_triangle_on_either_side_that_go_round_it_both_ways(ObjectKind kind, Segments cut)
    {
        var mesh = ShapeMesh.Of(kind, cut).Sized(kind == ObjectKind.Torus ? new(new(1, 1, 1), new(0.3, 0.3, 0.3)) : Odd);
        Solid.ShouldBeClosed(mesh);
        Solid.Volume(mesh).ShouldBeGreaterThan(0);
    }

    [Theory]
    [MemberData(nameof(Closed))]
    public void Normals_are_as_long_as_1_and_point_to_the_side_from_which_triangles_are_seen(ObjectKind kind, Segments cut)
    {
        var mesh = ShapeMesh.Of(kind, cut).Sized(kind == ObjectKind.Torus ? new(new(1, 1, 1), new(0.3, 0.3, 0.3)) : Odd);
        foreach (var normal in mesh.Normals) normal.Length().ShouldBe(1, 1e-12);
        foreach (var corner in mesh.Indices.Chunk(3))
        {
            var faces = (mesh.Positions[corner[1]] - mesh.Positions[corner[0]]).Cross(mesh.Positions[corner[2]] - mesh.Positions[corner[0]]);
            foreach (var vertex in corner) mesh.Normals[vertex].Dot(faces).ShouldBeGreaterThan(-1e-12);
        }
    }

    [Fact]
    public void Finely_cut_they_come_to_the_volumes_of_the_text_book()
    {
        double Volume(ObjectKind kind, Measures measures) => Solid.Volume(ShapeMesh.Of(kind, new(2, 128, 2, 128, 128)).Sized(measures));
        Volume(ObjectKind.Box, Odd).ShouldBe(9, 1e-12);
        Volume(ObjectKind.Sphere, new(new(2, 2, 2))).ShouldBe(4.0 / 3 * Math.PI * 8, 0.03);
        Volume(ObjectKind.Cylinder, new(new(2, 3, 2))).ShouldBe(Math.PI * 4 * 3, 0.03);
        Volume(ObjectKind.Cone, new(new(2, 3, 2))).ShouldBe(Math.PI * 4, 0.01);
        Volume(ObjectKind.Torus, new(new(2, 2, 2), new(0.5, 0.5, 0.5))).ShouldBe(2 * Math.PI * Math.PI * 2 * 0.25, 0.02);
    }

    [Fact]
    public void Sloped_normals_stay_across_the_surface_whatever_the_measures()
    {
        // The side of a cone of radius 3 and height 4 faces 4 outwards for 3 upwards.
        var cone = ShapeMesh.Of(ObjectKind.Cone, new(Y: 2, Around: 4)).Sized(new(new(3, 4, 3)));
        cone.Normals.Count(n => Math.Abs(n.Y - 0.6) < 1e-12).ShouldBe(12);
        foreach (var (p, n) in ShapeMesh.Of(ObjectKind.Torus, new(Around: 9, AroundTube: 7)).Sized(new(new(2, 2, 2), new(0.4, 0.4, 0.4))) is var torus ? torus.Positions.Zip(torus.Normals) : [])
        {
            var ring = new Vector(p.X, p.Y, 0).Unit() * 2;
            (p - ring - n * 0.4).Length().ShouldBe(0, 1e-12);
        }
    }

    [Fact]
    public void A_plane_faces_up_and_is_cut_as_its_channels_say()
    {
        var plane = ShapeMesh.Of(ObjectKind.Plane, new(X: 4, Z: 3)).Sized(new(new(8, 1, 6)));
        plane.Positions.Length.ShouldBe(20);
        plane.Indices.Length.ShouldBe(4 * 3 * 6);
        plane.Normals.ShouldAllBe(n => n == new Vector(0, 1, 0));
        plane.Bounds().ShouldBe((new Vector(-4, 0, -3), new Vector(4, 0, 3)));
    }

    [Property]
    public void The_cuts_asked_for_are_kept_to_what_a_kind_can_have(double x, double y)
    {
        if (double.IsNaN(x) || double.IsNaN(y)) return;
        var cut = Segments.Of(ObjectKind.Box, name => name == "shape.segmentsX" ? x : y);
        cut.X.ShouldBeInRange(1, ChannelCatalogue.MostSegments);
        cut.Y.ShouldBeInRange(1, ChannelCatalogue.MostSegments);
        cut.Around.ShouldBe(1);
    }
}
