using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Moves what a layer has of some objects into a layer of its own, right above it and alike in all else, so that the motion is the same.</summary>
/// <param name="Layer">Which one.</param>
/// <param name="Objects">Whose keys go.</param>
/// <param name="Name">What the new one is called; left out, it gets a free name.</param>
public sealed record SplitLayer(LayerId Layer, ImmutableArray<ObjectId> Objects, string? Name = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Split layer {scene.Layer(Layer).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var layer = scene.Layer(Layer);
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        LayerEdits.RefuseLocked(scene, layer);
        var part = layer with { Id = scene.NextId(), Name = Name is null ? LayerEdits.FreeName(scene, layer.Name) : Names.Checked(Name, "name") };
        scene = scene.WithLayerAt(part, layer.Place + 1);
        var moved = 0;
        foreach (var id in Objects.Distinct())
        {
            var thing = scene.Object(id, "objects");
            foreach (var name in LayerEdits.NamesIn(thing, Layer))
            {
                var channel = thing.Channels[name];
                thing = thing.WithChannel(LayeredName.Of(part.Id, LayeredName.ChannelOf(name)), channel);
                thing = thing with { Channels = thing.Channels.Remove(name) };
                moved++;
            }
            scene = scene.With(thing);
        }
        return moved > 0 ? scene : throw new Refusal("objects", $"the selected objects have no keys in {layer.Name}");
    }
}
