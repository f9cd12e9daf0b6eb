using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What edits of layers share.</summary>
internal static class LayerEdits
{
    /// <summary>A number that no layer has.</summary>
    public static LayerId NextId(this Scene scene) => new(scene.Layers.IsEmpty ? 1 : scene.Layers.Keys.Max().Value + 1);

    /// <summary>A name for a new layer: the one wanted, or the next free number after it.</summary>
    public static string FreeName(Scene scene, string wanted) => Names.Free(wanted, scene.Layers.Values.Select(layer => layer.Name).Append(Layer.Base).ToHashSet());

    /// <summary>A layer of all strength above all others, without keys.</summary>
    public static Layer New(Scene scene, string name, LayerMode mode = LayerMode.Add, LayerPeel? peel = null)
    {
        var id = scene.NextId();
        return new(id, name, scene.Layers.Count, mode, true, false, false, peel ?? (LayerPeel)((id.Value - 1) % Enum.GetValues<LayerPeel>().Length), Layer.Whole);
    }

    /// <summary>The scene with a layer put in at a place, counted from the lowest, and all places in a row.</summary>
    public static Scene WithLayerAt(this Scene scene, Layer layer, int place)
    {
        var others = scene.LayersUpwards().Where(other => other.Id != layer.Id).ToList();
        others.Insert(Math.Clamp(place, 0, others.Count), layer);
        foreach (var (i, each) in others.Index())
            if (each.Place != i || each.Id == layer.Id) scene = scene.With(each with { Place = i });
        return scene;
    }

    /// <summary>The scene without a layer and its keys, the places of the others in a row.</summary>
    public static Scene WithoutLayer(this Scene scene, LayerId id)
    {
        foreach (var thing in scene.Objects.Values)
            if (NamesIn(thing, id) is { Length: > 0 } names) scene = scene.With(thing with { Channels = thing.Channels.RemoveRange(names) });
        scene = scene with { Layers = scene.Layers.Remove(id) };
        foreach (var (i, each) in scene.LayersUpwards().Index().ToList())
            if (each.Place != i) scene = scene.With(each with { Place = i });
        return scene;
    }

    /// <summary>The names under which an object has keys in a layer.</summary>
    public static ImmutableArray<string> NamesIn(SceneObject thing, LayerId id) => [.. thing.Channels.Keys.Where(name => LayeredName.LayerOf(name) == id)];

    /// <exception cref="Refusal">A channel that the layer has keys of is locked, so that nothing can be merged into it.</exception>
    public static void RefuseLockedBase(Scene scene, Layer layer)
    {
        foreach (var thing in scene.Objects.Values)
            foreach (var name in NamesIn(thing, layer.Id)) thing.Unlocked(LayeredName.ChannelOf(name), "layer");
    }

    /// <exception cref="Refusal">The layer is locked.</exception>
    public static void RefuseLocked(Scene scene, Layer layer)
    {
        if (layer.Locked) throw new Refusal("layer", $"{layer.Name} is locked; unlock it first");
        foreach (var thing in scene.Objects.Values)
            foreach (var name in NamesIn(thing, layer.Id))
                scene.At(CurveRef.Of(thing.Id, name), "layer").Unlocked("layer");
    }
}
