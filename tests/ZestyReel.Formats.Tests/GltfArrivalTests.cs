using System.Numerics;
using System.Text;
using SharpGLTF.Memory;
using SharpGLTF.Schema2;
using ZestyReel.Core;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Gltf;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Meshes;
using Quaternion = System.Numerics.Quaternion;
using Scene = ZestyReel.Core.Scenes.Scene;
using Vector = ZestyReel.Core.Scenes.Vector;

namespace ZestyReel.Formats.Tests;

/// <summary>glTF files, written by the package that others write theirs with, become objects, keys and meshes.</summary>
public class GltfArrivalTests
{
    private static readonly IncomingChoice Usual = new();

    private static IncomingScene Read(ModelRoot root, IncomingChoice? choice = null)
    {
        using var file = new MemoryStream();
        root.WriteGLB(file);
        return Read(file.ToArray(), choice);
    }

    private static IncomingScene Read(byte[] bytes, IncomingChoice? choice = null, string name = "bay.glb", Func<string, byte[]?>? beside = null) =>
        new GltfArrival().Read(new(name, bytes), beside ?? (_ => null), choice ?? Usual, default);

    private static (ModelRoot Root, Node Node) Model(string name = "Ferry")
    {
        var root = ModelRoot.CreateModel();
        var scene = root.UseScene(0);
        root.DefaultScene = scene;
        return (root, scene.CreateNode(name));
    }

    private static double[] At(Scene scene, string thing, string channel, params double[] frames)
    {
        var times = new FrameTimes(scene, [.. frames.Select(frame => frame * scene.Rate.TicksPerFrame)]);
        return Stages.Values(scene.Find(thing)!, channel, times);
    }

    private static SharpGLTF.Schema2.Mesh Triangle(ModelRoot root, PrimitiveType type = PrimitiveType.TRIANGLES, Material? material = null, params Vector3[] places)
    {
        var mesh = root.CreateMesh("Sail");
        AddTo(mesh, type, material, places.Length > 0 ? places : [new(0, 0, 0), new(2, 0, 0), new(0, 3, 0)]);
        return mesh;
    }

    private static void AddTo(SharpGLTF.Schema2.Mesh mesh, PrimitiveType type, Material? material, params Vector3[] places)
    {
        var accessor = mesh.LogicalParent.CreateAccessor();
        var bytes = places.SelectMany(at => new[] { at.X, at.Y, at.Z }).SelectMany(BitConverter.GetBytes).ToArray();
        accessor.SetVertexData(mesh.LogicalParent.UseBufferView(bytes, 0, null, 0, BufferMode.ARRAY_BUFFER), 0, places.Length, new AttributeFormat(DimensionType.VEC3));
        var primitive = mesh.CreatePrimitive();
        primitive.DrawPrimitiveType = type;
        primitive.SetVertexAccessor("POSITION", accessor);
        primitive.Material = material;
    }

    private static void Give(MeshPrimitive primitive, string name, byte[] bytes, EncodingType encoding)
    {
        var root = primitive.LogicalParent.LogicalParent;
        var accessor = root.CreateAccessor();
        accessor.SetVertexData(root.UseBufferView(bytes, 0, null, 0, BufferMode.ARRAY_BUFFER), 0, 3, new AttributeFormat(DimensionType.VEC4, encoding));
        primitive.SetVertexAccessor(name, accessor);
    }

    [Fact]
    public void Steps_hold_and_straight_ways_are_straight()
    {
        var (root, node) = Model();
        var animation = root.CreateAnimation("move");
        animation.CreateTranslationChannel(node, new Dictionary<float, Vector3> { [0] = new(0, 1, 0), [0.5f] = new(3, 1, 0), [1] = new(1, 1, 0) }, linear: true);
        animation.CreateScaleChannel(node, new Dictionary<float, Vector3> { [0] = Vector3.One, [0.25f] = new(2, 2, 2) }, linear: false);
        var scene = Read(root).Scene;
        var ferry = scene.Find("Ferry")!;
        ferry.Kind.ShouldBe(ObjectKind.Group);
        ferry.Channel("position.x").Curve!.Keys.Select(key => (key.Time.Value, key.Value, key.Out)).ShouldBe([(29_400_000L, 0, Interpolation.Linear), (13 * 29_400_000L, 3, Interpolation.Linear), (25 * 29_400_000L, 1, Interpolation.Linear)]);
        // What never changes is no curve.
        ferry.Channel("position.y").ShouldBe(new Channel(1));
        At(scene, "Ferry", "position.x", 1, 7, 13, 19, 25).ShouldBe([0, 1.5, 3, 2, 1]);
        At(scene, "Ferry", "scale.x", 1, 6.999, 7, 20).ShouldBe([1, 1, 2, 2]);
        scene.Settings.Range.ShouldBe(new FrameRange(1, 25));
    }

    [Fact]
    public void Cubic_ways_are_the_same_cubics()
    {
        var (root, node) = Model();
        var (a, b, c) = ((new Vector3(), new Vector3(0, 0, 0), new Vector3(4, 0, 0)), (new Vector3(-6, 0, 0), new Vector3(2, 5, 0), new Vector3(1, 9, 0)), (new Vector3(3, 0, 0), new Vector3(7, 0, 0), new Vector3()));
        root.CreateAnimation("move").CreateTranslationChannel(node, new Dictionary<float, (Vector3, Vector3, Vector3)> { [0] = a, [1.25f] = b, [2] = c });
        var scene = Read(root).Scene;
        for (var frame = 1.0; frame <= 49; frame += 0.375)
        {
            // glTF 2.0, appendix C.
            var second = (frame - 1) / 24;
            var (from, to, start, end) = second < 1.25 ? (a, b, 0, 1.25) : (b, c, 1.25, 2.0);
            double d = end - start, t = (second - start) / d;
            double Hermite(float v0, float b0, float v1, float a1) => (2 * t * t * t - 3 * t * t + 1) * v0 + d * (t * t * t - 2 * t * t + t) * b0 + (-2 * t * t * t + 3 * t * t) * v1 + d * (t * t * t - t * t) * a1;
            At(scene, "Ferry", "position.x", frame)[0].ShouldBe(Hermite(from.Item2.X, from.Item3.X, to.Item2.X, to.Item1.X), 1e-9);
            At(scene, "Ferry", "position.y", frame)[0].ShouldBe(Hermite(from.Item2.Y, from.Item3.Y, to.Item2.Y, to.Item1.Y), 1e-9);
        }
        scene.Find("Ferry")!.Channel("position.x").Curve!.Keys.Length.ShouldBe(3);
    }

    private static Quaternion Turned(Scene scene, string thing, double frame)
    {
        double Of(string axis) => At(scene, thing, $"rotation.{axis}", frame)[0] * Math.PI / 180;
        return Quaternion.CreateFromAxisAngle(Vector3.UnitX, (float)Of("x")) * Quaternion.CreateFromAxisAngle(Vector3.UnitY, (float)Of("y")) * Quaternion.CreateFromAxisAngle(Vector3.UnitZ, (float)Of("z"));
    }

    private static void ShouldBeNear(Quaternion one, Quaternion other, double degrees) =>
        (2 * Math.Acos(Math.Min(1, Math.Abs(Quaternion.Dot(Quaternion.Normalize(one), Quaternion.Normalize(other))))) * 180 / Math.PI).ShouldBeLessThan(degrees);

    [Fact]
    public void Straight_ways_of_a_rotation_are_the_shortest()
    {
        var (root, node) = Model();
        var other = node.CreateNode("Flag");
        Quaternion[] ways = [Quaternion.CreateFromYawPitchRoll(0.3f, -0.9f, 2), Quaternion.CreateFromYawPitchRoll(-2.5f, 1.1f, 0.2f), Quaternion.CreateFromYawPitchRoll(1, 0, -1.4f)];
        var animation = root.CreateAnimation("turn");
        animation.CreateRotationChannel(node, ways.Index().ToDictionary(each => each.Index * 0.5f, each => each.Item), linear: true);
        animation.CreateRotationChannel(other, new Dictionary<float, Quaternion> { [0] = Quaternion.Identity, [1] = Quaternion.CreateFromAxisAngle(Vector3.UnitY, 3) }, linear: true);
        var scene = Read(root).Scene;
        for (var frame = 1.0; frame <= 25; frame += 0.5)
        {
            var (at, part) = ((int)Math.Min((frame - 1) / 12, 1), (float)((frame - 1) / 12 % 1 is 0 && frame > 1 && frame >= 25 ? 1 : (frame - 1) / 12 - Math.Min(Math.Floor((frame - 1) / 12), 1)));
            ShouldBeNear(Turned(scene, "Ferry", frame), Quaternion.Slerp(ways[at], ways[at + 1], part), 0.06);
        }
        // About one axis alone it is that axis that has keys, and no other.
        scene.Find("Flag")!.RotationInterpolation.ShouldBe(RotationInterpolation.EachAxis);
        scene.Find("Flag")!.Channels.Keys.ShouldBe(["rotation.y"]);
        At(scene, "Flag", "rotation.y", 13)[0].ShouldBe(1.5 * 180 / Math.PI, 1e-4);
    }

    [Fact]
    public void Cubic_ways_of_a_rotation_are_within_a_thousandth_of_a_degree()
    {
        var (root, node) = Model();
        Quaternion[] ways = [Quaternion.Identity, Quaternion.CreateFromYawPitchRoll(1.2f, 0.4f, -0.3f), Quaternion.CreateFromYawPitchRoll(0.1f, 1, 0.5f)];
        var slope = new Quaternion(0.3f, -0.2f, 0.1f, 0.05f);
        root.CreateAnimation("turn").CreateRotationChannel(node, ways.Index().ToDictionary(each => each.Index * 1f, each => (slope, each.Item, slope)));
        var scene = Read(root).Scene;
        for (var frame = 1.0; frame <= 49; frame += 0.61)
        {
            var (at, t) = ((int)Math.Min((frame - 1) / 24, 1), (float)((frame - 1) / 24 - Math.Min(Math.Floor((frame - 1) / 24), 1)));
            var expected = ways[at] * (2 * t * t * t - 3 * t * t + 1) + slope * (t * t * t - 2 * t * t + t) + ways[at + 1] * (-2 * t * t * t + 3 * t * t) + slope * (t * t * t - t * t);
            // The acos of a float is no finer than that.
            ShouldBeNear(Turned(scene, "Ferry", frame), expected, 0.06);
        }
    }

    [Fact]
    public void Times_fall_on_frames_where_a_float_can_say_no_better()
    {
        var (root, node) = Model();
        root.CreateAnimation("move").CreateTranslationChannel(node, Enumerable.Range(0, 600).ToDictionary(i => (float)(i / 30.0), i => new Vector3(i % 7, 0, 0)), linear: true);
        var read = Read(root).Scene;
        read.Rate.ShouldBe(FrameRate.Of(30, 1));
        read.Find("Ferry")!.Channel("position.x").Curve!.Keys.Select(key => key.Time).ShouldBe(Enumerable.Range(0, 600).Select(i => read.Rate.StartOf(1 + i)));
        // At other frames they stay the seconds that they are.
        var other = Read(root, Usual with { Rate = FrameRate.Of(25, 1) }).Scene;
        ((double)other.Find("Ferry")!.Channel("position.x").Curve!.Keys[7].Time.Value - other.Rate.StartOf(1).Value).ShouldBe(7 / 30.0 * Tick.PerSecond, 50);
    }

    [Fact]
    public void A_mesh_comes_in_with_its_look_and_a_file_of_its_own()
    {
        var (root, node) = Model();
        var material = root.CreateMaterial("Canvas");
        material.InitializePBRMetallicRoughness();
        material.FindChannel("BaseColor")!.Value.SetFactorColor(new(0.25f, 0.5f, 1, 0.5f));
        material.Alpha = AlphaMode.BLEND;
        node.Mesh = Triangle(root, material: material);
        var second = node.CreateNode("Again");
        second.Mesh = node.Mesh;
        second.LocalTransform = Matrix4x4.CreateScale(2) * Matrix4x4.CreateTranslation(1, 2, 3);
        var read = Read(root, Usual with { Unit = 10 });
        var (first, again) = (read.Scene.Find("Ferry")!, read.Scene.Find("Again")!);
        (first.Kind, again.Kind, again.Parent).ShouldBe((ObjectKind.Mesh, ObjectKind.Mesh, first.Id));
        first.Mesh.ShouldBe(again.Mesh);
        read.Assets.Count.ShouldBe(1);
        (first.Channel("look.red").Still, first.Channel("look.blue").Still, first.Channel("look.opacity").Still).ShouldBe((0.25, 1, 0.5));
        (again.Channel("position.y").Still, again.Channel("scale.z").Still).ShouldBe((20, 2));
        var shape = MeshFile.Read(read.Assets[first.Mesh!.Asset], "Sail");
        shape.Rings.ShouldBe([new(0, 0, 0), new(20, 0, 0), new(0, 30, 0)]);
        // Without ways to face it is flat.
        shape.Normals.ShouldAllBe(normal => normal == new Vector(0, 0, 1));
        MeshFile.Write(shape).ShouldBe(read.Assets[first.Mesh.Asset]);
    }

    [Fact]
    public void Each_look_of_a_mesh_is_an_object_and_lines_are_told()
    {
        var (root, node) = Model();
        node.Mesh = Triangle(root, material: root.CreateMaterial("Hull"));
        AddTo(node.Mesh, PrimitiveType.TRIANGLE_STRIP, root.CreateMaterial("Deck"), new(0, 0, 0), new(1, 0, 0), new(0, 1, 0), new(1, 1, 0));
        AddTo(node.Mesh, PrimitiveType.LINES, null, new(0, 0, 0), new(1, 0, 0));
        var read = Read(root);
        read.Scene.InOrder().Select(thing => (thing.Name, thing.Kind)).ShouldBe([("Ferry", ObjectKind.Group), ("Hull", ObjectKind.Mesh), ("Deck", ObjectKind.Mesh)]);
        read.Notes.ShouldContain(note => note.What == "Points and lines" && note.Of.Contains("Ferry"));
        // Both triangles of the strip face the same way.
        MeshFile.Read(read.Assets[read.Scene.Find("Deck")!.Mesh!.Asset], "Deck").Normals.ShouldAllBe(normal => normal == new Vector(0, 0, 1));
    }

    [Fact]
    public void Cameras_lights_and_joints_come_in_as_what_they_are()
    {
        var (root, node) = Model("Eye");
        node.Camera = root.CreateCamera("lens");
        node.Camera.SetPerspectiveMode(null, (float)(35 * Math.PI / 180), 0.1f, 100);
        node.PunctualLight = root.CreatePunctualLight("Torch", PunctualLightType.Spot);
        node.PunctualLight.Intensity = 12;
        node.PunctualLight.SetSpotCone(0.1f, (float)(20 * Math.PI / 180));
        var (hip, knee) = (node.CreateNode("Hip"), node.CreateNode("Knee"));
        var body = node.CreateNode("Body");
        body.Mesh = Triangle(root);
        Give(body.Mesh.Primitives[0], "JOINTS_0", new byte[3 * 4], EncodingType.UNSIGNED_BYTE);
        Give(body.Mesh.Primitives[0], "WEIGHTS_0", [.. Enumerable.Repeat(new float[] { 1, 0, 0, 0 }, 3).SelectMany(row => row).SelectMany(BitConverter.GetBytes)], EncodingType.FLOAT);
        body.Skin = root.CreateSkin();
        body.Skin.BindJoints(hip, knee);
        var read = Read(root);
        At(read.Scene, "Eye", "camera.fov", 1).ShouldBe([35]);
        var torch = read.Scene.Find("Torch")!;
        (torch.Kind, torch.Parent, torch.Channel("light.kind").Still, torch.Channel("light.intensity").Still, torch.Channel("light.cone").Still, torch.Channel("light.range").Still).ShouldBe((ObjectKind.Light, read.Scene.Find("Eye")!.Id, 1, 12, 40, 0));
        (read.Scene.Find("Hip")!.Kind, read.Scene.Find("Knee")!.Kind).ShouldBe((ObjectKind.Joint, ObjectKind.Joint));
        read.Notes.ShouldContain(note => note.What == "Skins" && note.Of.Contains("Body"));
    }

    [Fact]
    public void Names_are_made_such_as_can_be_here_and_each_once()
    {
        var (root, node) = Model("Boat/<left>\n");
        node.CreateNode("Boat_(left)");
        node.CreateNode("");
        node.CreateNode(new string('x', 300));
        Read(root).Scene.Objects.Values.Select(thing => thing.Name).ShouldBe(["Boat_(left)", "Boat_(left) 2", "Group", new string('x', 80)]);
    }

    private static byte[] Text(string json) => Encoding.UTF8.GetBytes(json);

    private static string Reason(byte[] file, string name = "bay.gltf") => Should.Throw<Refusal>(() => Read(file, name: name)).Reason;

    [Fact]
    public void What_is_damaged_or_hostile_is_refused_with_its_reason()
    {
        Reason(Text("no file at all")).ShouldContain("damaged");
        Reason([], "empty.glb").ShouldContain("damaged");
        Reason(Text("""{"asset":{"version":"2.0"}}""")).ShouldContain("no scene");
        Reason(Text("""{"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"children":[1]},{"children":[0]}]}""")).ShouldNotBeEmpty();
        Reason(Text("""{"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"children":[0]}]}""")).ShouldNotBeEmpty();
        Reason(Text("""{"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[7]}],"nodes":[{}]}""")).ShouldNotBeEmpty();
        // A thousand million zeros that lie in no bytes.
        Reason(Text("""{"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"mesh":0}],"meshes":[{"primitives":[{"attributes":{"POSITION":0}}]}],"accessors":[{"componentType":5126,"count":1000000000,"type":"VEC3","min":[0,0,0],"max":[0,0,0]}]}""")).ShouldContain("values");
        // A view that reaches beyond its bytes.
        Reason(Text("""{"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"mesh":0}],"meshes":[{"primitives":[{"attributes":{"POSITION":0}}]}],"buffers":[{"byteLength":12,"uri":"data:application/octet-stream;base64,AAAAAAAAAAAAAAAA"}],"bufferViews":[{"buffer":0,"byteLength":36}],"accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3","min":[0,0,0],"max":[0,0,0]}]}""")).ShouldContain("damaged");
        Reason(Text($$"""{"asset":{"version":"2.0"},"extras":{{new string('[', 5000)}}{{new string(']', 5000)}}}""")).ShouldContain("damaged");
    }

    [Fact]
    public void One_that_lasts_for_ever_is_refused()
    {
        foreach (var last in (float[])[1e12f, 3e38f])
        {
            var (root, node) = Model();
            root.CreateAnimation("move").CreateTranslationChannel(node, new Dictionary<float, Vector3> { [0] = new(), [last] = new(1, 2, 3) }, linear: true);
            Should.Throw<Refusal>(() => Read(root)).Place.ShouldBe("file");
        }
    }

    [Fact]
    public void A_file_that_is_cut_off_or_changed_anywhere_is_read_or_refused_and_never_more()
    {
        var (root, node) = Model();
        node.Mesh = Triangle(root);
        root.CreateAnimation("move").CreateTranslationChannel(node, new Dictionary<float, Vector3> { [0] = new(), [1] = new(1, 2, 3) }, linear: true);
        using var file = new MemoryStream();
        root.WriteGLB(file);
        var whole = file.ToArray();
        for (var length = 0; length < whole.Length; length += 7) Should.Throw<Refusal>(() => Read(whole[..length]));
        var random = new Random(20_261_128);
        for (var n = 0; n < 400; n++)
        {
            var bytes = whole.ToArray();
            for (var k = random.Next(1, 4); k > 0; k--) bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
            try
            {
                Read(bytes).Scene.Objects.Count.ShouldBeGreaterThan(0);
            }
            catch (Refusal)
            {
            }
        }
    }

    [Fact]
    public void A_file_whose_data_lie_beside_it_needs_that_and_nothing_of_its_pictures()
    {
        var json = """{"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"name":"Sail","mesh":0}],"meshes":[{"primitives":[{"attributes":{"POSITION":0},"material":0}]}],"materials":[{"pbrMetallicRoughness":{"baseColorTexture":{"index":0},"baseColorFactor":[0.5,0,0,1]}}],"textures":[{"source":0}],"images":[{"uri":"../../etc/passwd"}],"buffers":[{"byteLength":36,"uri":"bay%20data.bin"}],"bufferViews":[{"buffer":0,"byteLength":36}],"accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3","min":[0,0,0],"max":[1,1,0]}],"extensionsUsed":["ACME_glow"]}""";
        var data = new float[] { 0, 0, 0, 1, 0, 0, 0, 1, 0 }.SelectMany(BitConverter.GetBytes).ToArray();
        Should.Throw<Refusal>(() => Read(Text(json), name: "bay.gltf")).Reason.ShouldBe("bay.gltf needs bay data.bin: choose or drop both together");
        var asked = new List<string>();
        var read = Read(Text(json), null, "bay.gltf", name =>
        {
            asked.Add(name);
            return name == "bay data.bin" ? data : null;
        });
        asked.ShouldBe(["bay data.bin"]);
        read.Scene.Find("Sail")!.Channel("look.red").Still.ShouldBe(0.5);
        read.Notes.Select(note => note.What).ShouldBe(["Pictures on surfaces", "What ACME_glow adds"], ignoreOrder: true);
    }
}

file static class Colours
{
    public static void SetFactorColor(this MaterialChannel channel, Vector4 colour) => channel.Color = colour;
}
