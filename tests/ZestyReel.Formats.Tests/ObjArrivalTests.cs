using System.Globalization;
using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Meshes;
using ZestyReel.Formats.ObjFiles;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Tests;

/// <summary>OBJ files become meshes.</summary>
public class ObjArrivalTests
{
    private static IncomingScene Read(string text, IncomingChoice? choice = null, params (string Name, string Text)[] beside) => new ObjArrival().Read(
        new("quay.obj", Encoding.UTF8.GetBytes(text)), name => beside.Where(file => file.Name == name).Select(file => Encoding.UTF8.GetBytes(file.Text)).FirstOrDefault(), choice ?? new(), default);

    private static ShapeMesh Shape(IncomingScene read, string name) => MeshFile.Read(read.Assets[read.Scene.Find(name)!.Mesh!.Asset], name);

    private static double Area(ShapeMesh shape) => Enumerable.Range(0, shape.Indices.Length / 3).Sum(i =>
    {
        var (a, b, c) = (shape.Rings[shape.Indices[i * 3]], shape.Rings[shape.Indices[i * 3 + 1]], shape.Rings[shape.Indices[i * 3 + 2]]);
        return (b - a).Cross(c - a).Dot(shape.Normals[shape.Indices[i * 3]]) / 2;
    });

    private const string Square = "v 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\n";

    [Fact]
    public void A_face_becomes_triangles_that_face_as_it_does()
    {
        var read = Read(Square + "f 1 2 3 4\n");
        read.Scene.Objects.Values.ShouldHaveSingleItem().Name.ShouldBe("quay");
        var shape = Shape(read, "quay");
        shape.Indices.Length.ShouldBe(6);
        shape.Normals.ShouldAllBe(normal => normal == new Vector(0, 0, 1));
        Area(shape).ShouldBe(1, 1e-9);
    }

    [Fact]
    public void A_face_that_bends_inwards_is_filled_and_no_more()
    {
        // An L of three unit squares, told from where the fan of its first corner would reach outside.
        var read = Read("v 0 2 0\nv 0 0 0\nv 2 0 0\nv 2 1 0\nv 1 1 0\nv 1 2 0\nf 1 2 3 4 5 6\n");
        Area(Shape(read, "quay")).ShouldBe(3, 1e-9);
        // Clockwise seen from the front it faces the other way.
        var back = Shape(Read("v 0 2 0\nv 0 0 0\nv 2 0 0\nv 2 1 0\nv 1 1 0\nv 1 2 0\nf 6 5 4 3 2 1\n"), "quay");
        Area(back).ShouldBe(3, 1e-9);
        back.Normals.ShouldAllBe(normal => normal == new Vector(0, 0, -1));
    }

    [Fact]
    public void Names_and_looks_make_objects_below_one()
    {
        var read = Read($"mtllib quay.mtl\n{Square}o Pier\nusemtl wood\nf 1 2 3\no Crane\nusemtl steel\nf -4 -3 -2\ng Hook\nf -4/1/ -2/2 -1\nl 1 2\n", null, ("quay.mtl", "newmtl wood\nKd 1 0.5 0\nd 0.25\nnewmtl steel\nKd 0.2 0.2 0.2\nTr 0.5\nmap_Kd steel.png\n"));
        read.Scene.InOrder().Select(thing => thing.Name).ShouldBe(["quay", "Pier", "Crane", "Hook"]);
        read.Scene.Find("Pier")!.Parent.ShouldBe(read.Scene.Find("quay")!.Id);
        var pier = read.Scene.Find("Pier")!;
        // The sRGB of 0.5 is 0.214041 in linear light (IEC 61966-2-1).
        (pier.Channel("look.red").Still, pier.Channel("look.green").Still, pier.Channel("look.opacity").Still).ShouldBe((1, 0.214041, 0.25));
        read.Scene.Find("Hook")!.Channel("look.opacity").Still.ShouldBe(0.5);
        read.Notes.Select(note => note.What).ShouldBe(["Pictures on surfaces", "Points and lines"], ignoreOrder: true);
        Read($"mtllib gone.mtl\n{Square}f 1 2 3\n").Notes.ShouldHaveSingleItem().What.ShouldContain("gone.mtl");
    }

    [Fact]
    public void Lengths_and_up_are_turned()
    {
        var shape = Shape(Read("v 1 2 3\nv 2 2 3\nv 1 3 3\nvn 0 0 1\nf 1//1 2//1 3//1\n", new(Unit: 0.01, Up: UpAxis.Z)), "quay");
        (shape.Rings[0].X, shape.Rings[0].Y, shape.Rings[0].Z).ShouldBe((0.01, 0.03, -0.02), new Near());
        shape.Normals[0].ShouldBe(new Vector(0, 1, 0));
    }

    private sealed class Near : IEqualityComparer<(double, double, double)>
    {
        public bool Equals((double, double, double) x, (double, double, double) y) => Math.Abs(x.Item1 - y.Item1) + Math.Abs(x.Item2 - y.Item2) + Math.Abs(x.Item3 - y.Item3) < 1e-7;

        public int GetHashCode((double, double, double) obj) => 0;
    }

    [Fact]
    public void What_goes_out_comes_in_as_the_same_triangles()
    {
        var scene = new Core.Edits.AddObject(ObjectKind.Torus, "Buoy").Apply(new Core.Edits.AddObject(ObjectKind.Box, "Crate").Apply(Scene.Empty("Bay")));
        using var into = new MemoryStream();
        OutgoingFormats.For(".obj").Write(OutgoingScene.Of(scene, new([]), new(_ => null, _ => null)), into, _ => { }, default);
        var read = Read(Encoding.UTF8.GetString(into.ToArray()));
        foreach (var name in (string[])["Crate", "Buoy"])
        {
            var thing = scene.Find(name)!;
            var shape = ShapeMesh.Of(thing, channel => thing.Channel(channel).Still).Sized(Measures.Of(thing.Kind, channel => thing.Channel(channel).Still));
            var back = Shape(read, name);
            back.Indices.Length.ShouldBe(shape.Indices.Length);
            for (var i = 0; i < back.Indices.Length; i++) (back.Rings[back.Indices[i]] - shape.Positions[shape.Indices[i]]).Length().ShouldBeLessThan(1e-6);
        }
    }

    [Theory]
    [InlineData("v 1 2\n", "line 1: a place has three numbers")]
    [InlineData("v 1 2 x\n", "line 1: \"x\" is no number that can be")]
    [InlineData("v 1 2 NaN\n", "line 1: \"NaN\" is no number that can be")]
    [InlineData("v 0 0 0\nf 1 2 3\n", "line 2: a corner is at \"2\", and there is no such place before it")]
    [InlineData("v 0 0 0\nf 1 0 1\n", "line 2: a corner is at \"0\", and there is no such place before it")]
    [InlineData("v 0 0 0\nf 1 -9223372036854775808 1\n", "line 2: a corner is at \"-9223372036854775808\", and there is no such place before it")]
    [InlineData("v 0 0 0\nf 1 1\n", "line 2: a face has three corners at least")]
    [InlineData("# nothing\n", "there is no face in it")]
    [InlineData("v 0 0 0\nf 1 1 1\n", "there is no face in it")]
    public void What_is_wrong_is_told_with_its_line(string text, string reason) => Should.Throw<Refusal>(() => Read(text)).Reason.ShouldBe(reason);

    [Fact]
    public void What_is_too_much_is_refused()
    {
        Should.Throw<Refusal>(() => Read(Square + "f" + string.Concat(Enumerable.Repeat(" 1", 10_001)) + "\n")).Reason.ShouldContain("10,000 corners");
        // A star of 5,000 corners is cut; nine of them are too many.
        var star = string.Concat(Enumerable.Range(0, 5000).Select(i => string.Create(CultureInfo.InvariantCulture, $"v {(1 + i % 2) * Math.Cos(i * Math.PI / 2500):0.######} {(1 + i % 2) * Math.Sin(i * Math.PI / 2500):0.######} 0\n")));
        Should.Throw<Refusal>(() => Read(star + string.Concat(Enumerable.Repeat("f" + string.Concat(Enumerable.Range(1, 5000).Select(i => $" {i}")) + "\n", 9)))).Reason.ShouldContain("bend inwards");
        Should.Throw<Refusal>(() => Read(Square + string.Concat(Enumerable.Range(0, 10_001).Select(i => string.Create(CultureInfo.InvariantCulture, $"o {i}\nf 1 2 3\n"))))).Reason.ShouldContain("10,000 parts");
    }
}
