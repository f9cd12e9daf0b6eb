using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Copies an object that follows a path, with all that hangs below it and its keys, onto other paths: one copy each, called after the path.</summary>
/// <param name="Object">What is copied.</param>
/// <param name="Paths">The paths.</param>
public sealed record DuplicateOnto(ObjectId Object, ImmutableArray<ObjectId> Paths) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Put copies of {scene.Object(Object).Name} on {(Paths.Length == 1 ? scene.Object(Paths[0]).Name : $"{Paths.Length} paths")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var thing = scene.Object(Object, "object");
        if (thing.Follow is not { } follow) throw new Refusal("object", $"{thing.Name} follows no path; put it on one first");
        if (Paths.IsDefaultOrEmpty) throw new Refusal("paths", "select at least one path");
        foreach (var (i, path) in Paths.Distinct().Index())
        {
            var onto = scene.Path(path, $"paths[{i}]").Thing;
            var copy = scene.NextObjectId();
            scene = new DuplicateObjects([Object]).Within(scene);
            // The copies of what hangs below come after it in number.
            copy = scene.Objects.Values.First(each => each.Id.Value >= copy.Value && each.Kind == thing.Kind && each.Follow == follow && each.Parent == thing.Parent).Id;
            var names = new FreeNames(scene.ObjectNames());
            scene = scene.With(scene.Object(copy).Following(follow with { Path = path }) with { Name = names.Take($"{thing.Name} on {onto.Name}") });
        }
        return scene;
    }
}
