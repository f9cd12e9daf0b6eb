using System.Collections.Immutable;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects be deformed in one more way, after all others. At first it reaches from end to end, and does so much that it is seen.</summary>
/// <param name="Objects">Shapes or groups.</param>
/// <param name="Kind">What is done.</param>
/// <param name="Axis">Along which axis; when left out, upwards, and of what is flat along its longer side.</param>
/// <param name="At">The played frame on whose geometry it is fitted.</param>
/// <param name="Name">What it is called; its kind when left out.</param>
public sealed record AddDeformer(ImmutableArray<ObjectId> Objects, DeformerKind Kind, Axis? Axis = null, decimal? At = null, string? Name = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{Kind} {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Enum.IsDefined(Kind)) throw new Refusal("kind", "there is no such deformer");
        if (Axis is { } known && !Enum.IsDefined(known)) throw new Refusal("axis", "there is no such axis");
        var at = scene.Rate.At(At ?? scene.Settings.Work.First, "at");
        var next = scene;
        foreach (var thing in DeformerEdits.Each(scene, Objects))
        {
            if (!DeformerRules.CanHave(thing.Kind)) throw new Refusal("objects", $"{thing.Name} has no geometry that could be deformed; choose shapes and groups");
            var deformer = new Deformer(DeformerEdits.FreeName(thing, Name is null ? Kind.ToString() : DeformerRules.NameChecked(Name, "name")), Kind, Axis ?? AxisOf(scene, thing, at));
            var changed = DeformerEdits.Fitted(scene, thing.Deforming([.. thing.Deformers ?? Enumerable.Empty<Deformer>(), deformer]), deformer, at);
            next = next.With(Started(changed, deformer));
        }
        return next;
    }

    private Axis AxisOf(Scene scene, SceneObject thing, Tick at)
    {
        if (Kind == DeformerKind.Ripple || RestExtent.Of(scene, thing, at) is not { } extent) return Core.Scenes.Axis.Y;
        var size = extent.Most - extent.Least;
        return size.Y > 0 ? Core.Scenes.Axis.Y : size.Z > size.X ? Core.Scenes.Axis.Z : Core.Scenes.Axis.X;
    }

    private static SceneObject Started(SceneObject thing, Deformer deformer)
    {
        SceneObject Set(string channel, double value) => DeformerEdits.Set(thing, deformer, channel, value);
        var length = thing.Channel(DeformerChannels.Named(deformer.Name, DeformerChannels.Length)).Still;
        return deformer.Kind switch
        {
            DeformerKind.Bend => Set(DeformerChannels.Strength, 45),
            DeformerKind.Twist => Set(DeformerChannels.Strength, 90),
            DeformerKind.Taper => Set(DeformerChannels.Strength, -0.5),
            DeformerKind.Wave or DeformerKind.Ripple => Set(DeformerChannels.Amount, Math.Max(Math.Round(length / 10, 3), 0.001)),
            _ => Set(DeformerChannels.Strength, 0.4),
        };
    }
}
