using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Sets which way objects that aim are turned, or lets them aim at something else; their own rotation stays.</summary>
/// <param name="Objects">What aims.</param>
/// <param name="Axis">The own direction that looks at the target.</param>
/// <param name="Up">The own direction that is kept up.</param>
/// <param name="Target">What is aimed at; as now when left out.</param>
public sealed record SetAim(ImmutableArray<ObjectId> Objects, SignedAxis Axis, SignedAxis Up, ObjectId? Target = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"How {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} aims";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        foreach (var (i, id) in Objects.Index())
        {
            var thing = scene.Object(id, $"objects[{i}]");
            if (thing.Aim is not { } aim) throw new Refusal($"objects[{i}]", $"{thing.Name} aims at nothing");
            scene = scene.With(thing.Aiming(aim with { At = Target ?? aim.At, Axis = Axis, Up = Up }));
        }
        return scene;
    }
}
