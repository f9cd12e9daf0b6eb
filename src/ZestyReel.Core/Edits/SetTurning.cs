using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says how objects get from one key of their turns to the next.</summary>
public sealed record SetTurning(ImmutableArray<ObjectId> Objects, Turning Turning) : Edit
{
    public override string Title(Scene scene) =>
        Turning == Turning.Shortest ? "Take the shortest turn between keys" : "Turn about each axis by its own curve";

    public override Scene Apply(Scene scene)
    {
        if (!Enum.IsDefined(Turning)) throw new Refusal("turning", "there is no such way of turning");
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "choose at least one object");
        foreach (var id in Objects) scene = scene.With(scene.Object(id, "objects") with { Turning = Turning });
        return scene;
    }
}
