using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Sets how objects go along the paths that they follow.</summary>
/// <param name="Objects">What follows.</param>
/// <param name="Facing">The own direction that looks along the path; null keeps the path's own directions.</param>
/// <param name="Up">The own direction that is kept up.</param>
/// <param name="Bank">How they lean into bends: degrees for a bend of 1 per length.</param>
public sealed record SetFollow(ImmutableArray<ObjectId> Objects, SignedAxis? Facing, SignedAxis Up, double Bank) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"How {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} follows";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        foreach (var (i, id) in Objects.Index())
        {
            var thing = scene.Object(id, $"objects[{i}]");
            if (thing.Follow is not { } follow) throw new Refusal($"objects[{i}]", $"{thing.Name} follows no path");
            scene = scene.With(thing.Following(follow with { Facing = Facing, Up = Up, Bank = Bank + 0.0 }));
        }
        return scene;
    }
}
