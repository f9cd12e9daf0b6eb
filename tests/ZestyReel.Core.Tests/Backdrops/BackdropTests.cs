using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Backdrops;

/// <summary>Pictures behind views and cameras.</summary>
public class BackdropTests
{
    private static readonly ObjectId Eye = new(4);

    private static Scene Filmed() => Still().After(new AddObject(ObjectKind.Camera, "Eye"));

    private static BackdropPicture Picture(int number, string name = "plate.png") => new(name, AssetHash.Parse($"{number:x64}"), number);

    private static SetBackdrop Behind(BackdropView view, params int[] numbers) => new(view, Pictures: [.. numbers.Select(number => Picture(number))]);

    [Fact]
    public void One_is_put_behind_a_view_and_changed_part_by_part()
    {
        var scene = Filmed().After(Behind(BackdropView.Top, 0), new SetBackdrop(BackdropView.Top, X: 2, Y: -1, Width: 7), new SetBackdrop(BackdropView.Top, Opacity: 0.25, On: false));
        var there = scene.BackdropOf(BackdropView.Top, null)!;
        (there.X, there.Y, there.Width, there.Opacity, there.On, there.Pictures.Length).ShouldBe((2, -1, 7, 0.25, false, 1));
        // Other pictures stand where those before stood.
        scene = scene.After(Behind(BackdropView.Top, 3, 5));
        scene.BackdropOf(BackdropView.Top, null)!.ShouldBe(there with { Pictures = [Picture(3), Picture(5)] });
        scene.Assets().Keys.ShouldBe([Picture(3).Asset, Picture(5).Asset], ignoreOrder: true);
        scene.After(new RemoveBackdrop(BackdropView.Top)).Backdrops.ShouldBeEmpty();
    }

    [Fact]
    public void A_picture_of_a_sequence_is_seen_from_its_frame_to_the_next_ones() =>
        Filmed().After(new SetBackdrop(Camera: Eye, Pictures: [Picture(1001), Picture(1002), Picture(1004)], Offset: -1000)).Backdrops.Values.Single().Starts().ShouldBe([1, 2, 4]);

    [Fact]
    public void It_goes_with_its_camera_and_comes_with_a_copy_of_it()
    {
        var scene = Filmed().After(new SetBackdrop(Camera: Eye, Pictures: [Picture(1)], Fit: BackdropFit.Fill));
        var copied = scene.After(new DuplicateObjects([Eye]));
        var copy = copied.Find("Eye 2")!.Id;
        copied.BackdropOf(null, copy).ShouldBe(scene.BackdropOf(null, Eye)! with { Id = new(2), Camera = copy });
        copied.After(new DeleteObjects([Eye])).Backdrops.Values.ShouldHaveSingleItem().Camera.ShouldBe(copy);
        // What goes comes back with an undo, both at once.
        var (after, change) = new DeleteObjects([Eye]).Changed(scene);
        after.Backdrops.ShouldBeEmpty();
        SceneChange.Between(change.Reversed().AppliedTo(after), scene).IsEmpty.ShouldBeTrue();
    }

    [Fact]
    public void A_scene_has_room_for_so_many()
    {
        var cameras = Enumerable.Range(0, 60).Select(i => (Edit)new AddObject(ObjectKind.Camera, $"Eye {i}")).ToArray();
        var scene = Still().After(cameras);
        foreach (var camera in scene.Objects.Values.Where(thing => thing.Kind == ObjectKind.Camera)) scene = new SetBackdrop(Camera: camera.Id, Pictures: [Picture(1)]).Apply(scene);
        ImmutableArray<ObjectId> all = [.. scene.Backdrops.Values.Select(each => each.Camera!.Value)];
        // The copies beyond have none, rather than that nothing can be copied.
        scene.After(new DuplicateObjects(all)).Backdrops.Count.ShouldBe(Backdrop.MostInScene);
    }

    public static TheoryData<Edit, string> Refused() => new()
    {
        { new SetBackdrop(Pictures: [Picture(1)]), "one view or one camera" },
        { new SetBackdrop(BackdropView.Top, Eye, [Picture(1)]), "one view or one camera" },
        { new SetBackdrop(Camera: Ferry, Pictures: [Picture(1)]), "Ferry is no camera" },
        { new SetBackdrop(Camera: new(99), Pictures: [Picture(1)]), "no such object" },
        { new SetBackdrop((BackdropView)9, Pictures: [Picture(1)]), "no such view" },
        { new SetBackdrop(BackdropView.Top, Pictures: []), "at least one" },
        { new SetBackdrop(BackdropView.Top, Opacity: 0.5), "no picture behind Top" },
        { new RemoveBackdrop(BackdropView.Side), "no picture behind Side" },
        { Behind(BackdropView.Top, 2, 2), "numbers of a sequence rise" },
        { Behind(BackdropView.Top, 2, 1), "numbers of a sequence rise" },
        { Behind(BackdropView.Top, 10_000_001), "number of a picture" },
        { Behind(BackdropView.Top, [.. Enumerable.Range(0, 2001)]), "2000 pictures at the most" },
        { new SetBackdrop(BackdropView.Top, Pictures: [Picture(1, "<b>")]), "cannot have the character <" },
        { new SetBackdrop(BackdropView.Top, Pictures: [new BackdropPicture("a.png", default)]), "has a file" },
        { Behind(BackdropView.Top, 1) with { Opacity = 1.01 }, "opacity is 0 to 1" },
        { Behind(BackdropView.Top, 1) with { Opacity = double.NaN }, "opacity is 0 to 1" },
        { Behind(BackdropView.Top, 1) with { Width = 0 }, "width of a picture is above 0" },
        { Behind(BackdropView.Top, 1) with { Width = double.PositiveInfinity }, "width of a picture" },
        { Behind(BackdropView.Top, 1) with { X = double.NaN }, "within reach" },
        { Behind(BackdropView.Top, 1) with { Y = 1e10 }, "within reach" },
        { Behind(BackdropView.Top, 1) with { Offset = 10_000_001 }, "offset is within" },
        { Behind(BackdropView.Top, 1) with { Fit = (BackdropFit)4 }, "no such way" },
    };

    [Theory]
    [MemberData(nameof(Refused))]
    public void What_cannot_be_is_refused_and_told(Edit edit, string why) => Should.Throw<Refusal>(() => edit.Apply(Filmed())).Message.ShouldContain(why);

    [Theory]
    [InlineData("")]
    [InlineData("../../etc/passwd")]
    [InlineData("00000000000000000000000000000000000000000000000000000000000000")]
    [InlineData("000000000000000000000000000000000000000000000000000000000000000G")]
    [InlineData("BA7816BF8F01CFEA414140DE5DAE2223B00361A396177A9CB410FF61F20015AD")]
    public void A_file_is_named_by_its_hash_and_nothing_else(string name) => Should.Throw<Refusal>(() => AssetHash.Parse(name));
}
