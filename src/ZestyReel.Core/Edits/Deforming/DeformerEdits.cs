using System.Collections.Immutable;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What edits of deformers share.</summary>
internal static class DeformerEdits
{
    /// <summary>An object and one of its deformers.</summary>
    /// <exception cref="Refusal">One of them is not there.</exception>
    public static (SceneObject Thing, DeformerStack Stack, int At) Find(Scene scene, ObjectId id, string? name)
    {
        var thing = scene.Object(id);
        return thing.Deformers is { } stack && name is not null && stack.IndexOf(name) is >= 0 and var at
            ? (thing, stack, at)
            : throw new Refusal("deformer", $"{thing.Name} has no such deformer any more");
    }

    /// <summary>The objects that an edit is about, each once.</summary>
    /// <exception cref="Refusal">There is none, or one is not there.</exception>
    public static IEnumerable<SceneObject> Each(Scene scene, ImmutableArray<ObjectId> objects)
    {
        if (objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        return objects.Distinct().Select((id, i) => scene.Object(id, $"objects[{i}]")).ToList();
    }

    /// <summary>A name that no deformer of an object has.</summary>
    public static string FreeName(SceneObject thing, string wanted) => Names.Free(wanted, (thing.Deformers ?? Enumerable.Empty<Deformer>()).Select(each => each.Name).ToHashSet());

    /// <summary>The object with a deformer reaching from end to end of its geometry.</summary>
    /// <exception cref="Refusal">There is no geometry, or what says the reach is keyed or locked.</exception>
    public static SceneObject Fitted(Scene scene, SceneObject thing, Deformer deformer, Tick at)
    {
        if (RestExtent.Of(scene, thing, at) is not { } extent) throw new Refusal("object", $"{thing.Name} carries no shape yet; put shapes below it first");
        var (foot, head) = (extent.Least.Along(deformer.Axis), extent.Most.Along(deformer.Axis));
        // Rings run as far as the shape is wide.
        var length = deformer.Kind == DeformerKind.Ripple ? Enum.GetValues<Axis>().Where(axis => axis != deformer.Axis).Max(axis => (extent.Most - extent.Least).Along(axis)) / 2 : head - foot;
        return Set(Set(thing, deformer, DeformerChannels.Foot, Rounded(foot)), deformer, DeformerChannels.Length, Math.Max(Rounded(length), DeformerChannels.Shortest));
    }

    /// <summary>The object with a still channel of a deformer set.</summary>
    /// <exception cref="Refusal">The channel is keyed or locked.</exception>
    public static SceneObject Set(SceneObject thing, Deformer deformer, string channel, double value)
    {
        var name = DeformerChannels.Named(deformer.Name, channel);
        if (thing.Unlocked(name, "deformer").Curve is not null) throw new Refusal("deformer", $"{name} of {thing.Name} has keys; delete them first, or set a key");
        return thing.WithChannel(name, new Channel(thing.Spec(name, "deformer").Within(value)));
    }

    // What a person reads: a height of 0.1 + 0.2 is 0.3.
    private static double Rounded(double value) => Math.Round(value, 9) + 0.0;
}
