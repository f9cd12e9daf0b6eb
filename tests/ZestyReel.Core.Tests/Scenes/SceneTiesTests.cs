using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Scenes;

public class SceneTiesTests
{
    private static readonly ObjectId Pier = new(1), Crate = new(2);

    private static Scene Sample()
    {
        var scene = new AddObject(ObjectKind.Box, "Pier").Apply(Scene.Empty("Bay"));
        scene = new AddObject(ObjectKind.Box, "Crate", Pier).Apply(scene);
        scene = new AddWarp("Slow", [new(Crate, null)]).Apply(scene);
        return new SetNamedSelection("Afloat", [Crate]).Apply(scene);
    }

    [Fact]
    public void A_scene_that_edits_made_holds_together() => SceneTies.Hold(Sample()).ShouldBeTrue();

    [Fact]
    public void One_that_points_at_what_is_not_there_does_not()
    {
        var scene = Sample();
        SceneTies.Hold(scene with { Objects = scene.Objects.Remove(Pier) }).ShouldBeFalse();
        SceneTies.Hold(scene with { Objects = scene.Objects.Remove(Crate), NamedSelections = scene.NamedSelections.Clear() }).ShouldBeFalse();
        SceneTies.Hold(scene with { Objects = scene.Objects.Remove(Crate), Warps = scene.Warps.Clear() }).ShouldBeFalse();
        SceneTies.Hold(scene.With(scene.Object(Pier) with { Name = "Crate" })).ShouldBeFalse();
        SceneTies.Hold(scene.With(scene.Object(Pier) with { Parent = Crate })).ShouldBeFalse();
        SceneTies.Hold(scene with { Settings = scene.Settings with { Work = new(0, 500) } }).ShouldBeFalse();
    }
}
