using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Copies a deformer with its values and keys, in layers too: right after itself on its own object, and after all others on each other one.</summary>
/// <param name="Object">Whose.</param>
/// <param name="Deformer">Which one, by name.</param>
/// <param name="To">The objects that get it.</param>
public sealed record CopyDeformer(ObjectId Object, string Deformer, ImmutableArray<ObjectId> To) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => To.Length == 1 && To[0] == Object
        ? $"Duplicate {Deformer} of {scene.Object(Object).Name}"
        : $"Copy {Deformer} to {(To.Length == 1 ? scene.Object(To[0]).Name : $"{To.Length} objects")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (from, stack, at) = DeformerEdits.Find(scene, Object, Deformer);
        var next = scene;
        foreach (var thing in DeformerEdits.Each(scene, To))
        {
            var copy = stack[at] with { Name = DeformerEdits.FreeName(thing, Deformer) };
            var place = thing.Id == Object ? at + 1 : thing.Deformers?.Count ?? 0;
            var order = (thing.Deformers ?? Enumerable.Empty<Deformer>()).ToList();
            order.Insert(place, copy);
            var changed = thing.Deforming(order);
            DeformerRules.Check(changed);
            foreach (var (name, channel) in from.Channels)
                if (DeformerChannels.Parts(LayeredName.ChannelOf(name)) is { } parts && parts.Deformer == Deformer)
                    changed = changed.WithChannel(LayeredName.Of(LayeredName.LayerOf(name), DeformerChannels.Named(copy.Name, parts.Channel)), channel with { Locked = false });
            next = next.With(changed);
        }
        return next;
    }
}
