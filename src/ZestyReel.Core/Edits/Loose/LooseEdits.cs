using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What edits of loose motion share.</summary>
internal static class LooseEdits
{
    /// <summary>What the history calls it.</summary>
    public static string Title(Scene scene, ImmutableArray<ObjectId> objects, string what, bool isTaken, Func<SceneObject, bool> has)
    {
        var whose = objects.Length == 1 ? scene.Object(objects[0]).Name : $"{objects.Length} objects";
        return isTaken ? $"{what} off {whose}" : objects.Any(id => scene.Objects.GetValueOrDefault(id) is { } thing && !has(thing)) ? $"{what} on {whose}" : $"{what} of {whose}";
    }

    /// <summary>The scene with each of some objects changed.</summary>
    /// <exception cref="Refusal">There is none, or one is not there.</exception>
    public static Scene Each(Scene scene, ImmutableArray<ObjectId> objects, Func<SceneObject, int, SceneObject> changed)
    {
        if (objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        var next = scene;
        foreach (var (i, id) in objects.Distinct().Index())
        {
            var thing = changed(scene.Object(id, $"objects[{i}]"), i);
            LooseRules.Check(thing);
            next = next.With(thing);
        }
        return next;
    }

    /// <summary>Those of some channels that an object can have moved so, in the order in which it shows them. What several objects are asked for, each has as far as it can.</summary>
    public static ImmutableArray<string> InOrder(SceneObject thing, ImmutableArray<string> channels) =>
        channels.IsDefault ? [] : [.. thing.Specs.Where(spec => channels.Contains(spec.Name) && LooseRules.CanMove(spec)).Select(spec => spec.Name)];
}
