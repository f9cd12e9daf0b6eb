using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts a copy of a layer, with its keys, above it.</summary>
public sealed record DuplicateLayer(LayerId Layer) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Duplicate layer {scene.Layer(Layer).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var layer = scene.Layer(Layer);
        var copy = layer with { Id = scene.NextId(), Name = LayerEdits.FreeName(scene, layer.Name), Locked = false };
        scene = scene.WithLayerAt(copy, layer.Place + 1);
        foreach (var thing in scene.Objects.Values)
        {
            var changed = thing;
            foreach (var name in LayerEdits.NamesIn(thing, Layer)) changed = changed.WithChannel(LayeredName.Of(copy.Id, LayeredName.ChannelOf(name)), thing.Channels[name]);
            if (changed != thing) scene = scene.With(changed);
        }
        return scene;
    }
}
