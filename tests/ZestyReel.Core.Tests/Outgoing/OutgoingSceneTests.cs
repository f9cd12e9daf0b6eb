using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Outgoing;

/// <summary>What is asked to go out, when, and where it is then.</summary>
public class OutgoingSceneTests
{
    private static readonly OutgoingFiles NoFiles = new(_ => null, _ => null);

    private static Scene Of(params Edit[] edits) => edits.Aggregate(Scene.Empty("Bay"), (now, edit) => edit.Apply(now));

    private static ImmutableDictionary<string, double> At(params (string Name, double Value)[] values) => values.ToImmutableDictionary(each => each.Name, each => each.Value);

    /// <summary>A ferry with a mast on it that carries a lamp, and a camera.</summary>
    private static readonly Scene Bay = Of(
        new AddObject(ObjectKind.Group, "Ferry", Values: At(("position.x", 2), ("rotation.y", 90))), new AddObject(ObjectKind.Box, "Mast", new ObjectId(1), Values: At(("position.z", 3))),
        new AddObject(ObjectKind.Light, "Lamp", new ObjectId(2), Values: At(("position.y", 5))), new AddObject(ObjectKind.Camera, "Eye", Values: At(("position.z", 10))));

    private static OutgoingScene Going(OutgoingChoice choice, Scene? scene = null) => OutgoingScene.Of(scene ?? Bay, choice, NoFiles);

    private static Transform Place(OutgoingScene going, string name) =>
        ObjectMoves.Of(going, going.Scene.Find(name)!, going.Times(default), new WorldSampler(going.Scene, going.Times(default))).Places[0];

    [Fact]
    public void What_hangs_below_goes_along()
    {
        Going(new(["Mast"])).Objects.Select(thing => thing.Name).ShouldBe(["Mast", "Lamp"]);
        Going(new([])).Objects.Length.ShouldBe(4);
        Going(new([], OutgoingPart.CamerasAndLights)).Objects.Select(thing => thing.Name).ShouldBe(["Lamp", "Eye"], ignoreOrder: true);
    }

    [Theory]
    [InlineData("object", "Gull", 1, 9, 1, 1)]
    [InlineData("to", "", 9, 1, 1, 1)]
    [InlineData("step", "", 1, 9, 0.05, 1)]
    [InlineData("step", "", 1, 9, 1001, 1)]
    [InlineData("step", "", 1, 200_000, 0.5, 1)]
    [InlineData("unit", "", 1, 9, 1, 0)]
    [InlineData("unit", "", 1, 9, 1, double.NaN)]
    [InlineData("from", "", -1e15, 9, 1, 1)]
    public void What_cannot_be_is_refused(string place, string name, double from, double to, double step, double unit) =>
        Should.Throw<Refusal>(() => Going(new(name.Length == 0 ? [] : [name], From: (decimal)from, To: (decimal)to, Step: (decimal)step, Unit: unit))).Place.ShouldBe(place);

    [Fact]
    public void A_camera_is_one() => Should.Throw<Refusal>(() => Going(new([], Camera: "Mast"))).Place.ShouldBe("camera");

    [Fact]
    public void Moments_are_frames_parts_of_them_or_of_a_rate()
    {
        var halves = Going(new([], From: 1, To: 3, Step: 0.5m)).Moments;
        Enumerable.Range(0, halves.Count).Select(halves.FrameOf).ShouldBe(["1", "1.5", "2", "2.5", "3"]);
        halves.SecondsOf(4).ShouldBe(2 / 24.0, 1e-12);
        var sixties = Going(new([], From: 1, To: 25, Rate: FrameRate.Of(60, 1))).Moments;
        (sixties.Count, sixties.FrameOf(5), sixties.FrameOf(60)).ShouldBe((61, "3", "25"));
        halves.Finer(4).Length.ShouldBe(17);
        halves.Finer(4)[2].ShouldBe(FrameRate.Film.At(1.25m).Value);
    }

    [Fact]
    public void Places_are_in_the_world_or_inside_what_they_hang_in()
    {
        Place(Going(new([])), "Mast").Origin.X.ShouldBe(5, 1e-12);
        Place(Going(new([], World: false)), "Mast").Origin.Z.ShouldBe(3, 1e-12);
        Place(Going(new([], Unit: 100)), "Mast").Origin.X.ShouldBe(500, 1e-9);
    }

    /// <summary>In a world whose z is up, what was 5 high is 5 along z; a box keeps its own up, and a camera keeps looking along its −z.</summary>
    [Fact]
    public void Another_axis_can_be_up()
    {
        var going = Going(new([], Up: UpAxis.Z));
        Place(going, "Lamp").Origin.Z.ShouldBe(5, 1e-12);
        Place(going, "Ferry").Direction(new(0, 0, 1)).Z.ShouldBe(1, 1e-12);
        var camera = Place(going, "Eye");
        camera.Origin.Y.ShouldBe(-10, 1e-12);
        camera.Direction(new(0, 0, -1)).Y.ShouldBe(1, 1e-12);
        camera.Direction(new(0, 1, 0)).Z.ShouldBe(1, 1e-12);
        // Inside what it hangs in, too, it is led.
        Place(Going(new([], Up: UpAxis.Z, World: false)), "Mast").Origin.Y.ShouldBe(-3, 1e-12);
    }

    /// <summary>x = t²/16 in frames has chords over 4 frames that are off by the second derivative times h²/8: 1/8 · 16/8.</summary>
    [Fact]
    public void The_largest_error_is_that_of_the_chords()
    {
        // A parabola as a cubic: handles a third of the way along the tangents.
        var scene = Of(new AddObject(ObjectKind.Box, "Buoy"), new KeyChannels(0, [new(new ObjectId(1), "position.x", 0)]), new KeyChannels(16, [new(new ObjectId(1), "position.x", 16)]));
        var curve = scene.Object(new(1)).Channels["position.x"].Curve!;
        var third = (long)(16 * FrameRate.Film.TicksPerFrame / 3);
        curve = new([curve.Keys[0] with { Out = Interpolation.Free, OutHandle = new(third, 0) }, curve.Keys[1] with { In = Interpolation.Free, InHandle = new(-third, -32 / 3.0) }]);
        scene = scene with { Objects = scene.Objects.SetItem(new(1), scene.Object(new(1)).WithChannel("position.x", new Channel(0, curve))) };
        var error = LargestError.Of(Going(new([], From: 0, To: 16, Step: 4), scene), default);
        error.Length.ShouldBe(0.25, 1e-6);
        error.LengthOf.ShouldBe("Buoy");
        (error.Degrees, error.DegreesOf).ShouldBe((0, null));
        LargestError.Of(Going(new([], From: 0, To: 16, Step: 0.5m), scene), default).Length.ShouldBe(0.25 / 64, 1e-6);
    }

    [Fact]
    public void A_turn_is_off_in_degrees()
    {
        // Eased from 0° to 80°: half-way in time the middle; a quarter in, less than straight on.
        var scene = Of(new AddObject(ObjectKind.Box, "Vane"), new KeyChannels(0, [new(new ObjectId(1), "rotation.y", 0)]), new KeyChannels(24, [new(new ObjectId(1), "rotation.y", 80)]));
        var going = Going(new([], From: 0, To: 24, Step: 24), scene);
        var quarter = scene.Object(new(1)).Channels["rotation.y"].Curve!.ValueAt(FrameRate.Film.StartOf(6).Value);
        LargestError.Of(going, default).Degrees.ShouldBe(20 - quarter, 1e-6);
    }

    /// <summary>A camera 10 away with 90° of view sees 10 lengths in half of its height.</summary>
    [Fact]
    public void A_camera_sees_as_a_pinhole_does()
    {
        var scene = Of(new AddObject(ObjectKind.Camera, "Eye", Values: At(("position.z", 10), ("camera.fov", 90))));
        var going = Going(new([], Camera: "Eye"), scene);
        var picture = new FlatPicture(going, going.Times(default), new(scene, going.Times(default)));
        var at = picture.Of(0, new(1, 2, 0))!.Value;
        at.X.ShouldBe(640 + 36, 1e-9);
        at.Y.ShouldBe(360 - 72, 1e-9);
        at.Size.ShouldBe(36, 1e-9);
        picture.Of(0, new(0, 0, 11)).ShouldBeNull();
        var front = new FlatPicture(Going(new([])), Going(new([])).Times(default), new(Bay, Going(new([])).Times(default)));
        front.Of(0, new(1, 2, 5)).ShouldBe(new FlatPoint(100, -200, 100));
    }

    [Fact]
    public void Shapes_that_change_pass_through_few_forms()
    {
        var scene = Of(new AddObject(ObjectKind.Box, "Mast"), new KeyChannels(1, [new(new ObjectId(1), "shape.width", 1)]), new KeyChannels(41, [new(new ObjectId(1), "shape.width", 3)]), new AddObject(ObjectKind.Box, "Still"));
        var going = Going(new([], From: 1, To: 41), scene);
        var (times, worlds) = (going.Times(default), new WorldSampler(scene, going.Times(default)));
        var morphs = ShapeMorphs.Of(scene.Object(new(1)), times, worlds);
        morphs.Meshes.Count.ShouldBeInRange(4, ShapeMorphs.Most);
        (morphs.At[0], morphs.At[^1], morphs.IsCutAnew).ShouldBe((0, 40, false));
        morphs.Error.ShouldBeLessThan(Math.Sqrt(11) * 1e-3);
        ShapeMorphs.Of(scene.Object(new(2)), times, worlds).Meshes.Count.ShouldBe(1);
        // A wide water that swells by less than a thousandth of its size, and comes back, swells.
        var swell = Of(new AddObject(ObjectKind.Box, "Water"), new KeyChannels(1, [new(new ObjectId(1), "shape.width", 90)]), new KeyChannels(21, [new(new ObjectId(1), "shape.width", 90.08)]), new KeyChannels(41, [new(new ObjectId(1), "shape.width", 90)]));
        var swelling = Going(new([], From: 1, To: 41), swell);
        var forms = ShapeMorphs.Of(swell.Object(new(1)), swelling.Times(default), new(swell, swelling.Times(default)));
        forms.Meshes.Count.ShouldBeInRange(5, 20);
        forms.Error.ShouldBeInRange(1e-9, 0.04 * 0.05);
        var cut = Of(new AddObject(ObjectKind.Box, "Mast"), new KeyChannels(1, [new(new ObjectId(1), "shape.segmentsX", 1)]), new KeyChannels(41, [new(new ObjectId(1), "shape.segmentsX", 9)]));
        var again = Going(new([], From: 1, To: 41), cut);
        ShapeMorphs.Of(cut.Object(new(1)), again.Times(default), new(cut, again.Times(default))).IsCutAnew.ShouldBeTrue();
    }
}
