using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Taking objects off what puts or turns them, so that they stay where they are.</summary>
internal static class Leaving
{
    /// <summary>The scene with objects that have left, in their places.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="objects">What leaves.</param>
    /// <param name="at">The played frame whose place they keep; what is keyed keeps it on each of its keys.</param>
    /// <param name="keepMotion">They keep their motion over the scene range, with a key on each frame.</param>
    /// <param name="left">The object after it; null where there is nothing to leave.</param>
    /// <param name="nothing">What is said then, after its name.</param>
    /// <exception cref="Refusal">An object has nothing to leave, or the scene is too long for its motion.</exception>
    public static Scene From(Scene scene, ImmutableArray<ObjectId> objects, decimal at, bool keepMotion, Func<SceneObject, SceneObject?> left, string nothing)
    {
        if (objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        var frames = keepMotion ? KeptPlace.AllFrames(scene) : [];
        var next = scene;
        foreach (var (i, id) in objects.Index())
        {
            var thing = scene.Object(id, $"objects[{i}]");
            next = next.With(left(thing) ?? throw new Refusal($"objects[{i}]", $"{thing.Name} {nothing}"));
        }
        var places = new KeptPlace(scene, next, scene.Rate.At(at, "at"));
        foreach (var id in objects.Distinct()) next = next.With(places.Of(id, frames));
        return next;
    }
}
