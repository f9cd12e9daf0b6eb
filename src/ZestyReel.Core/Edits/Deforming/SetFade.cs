using System.Collections.Immutable;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects fade along a direction, or along another one, or no more. At first the edge lies where a part is seen and a part is not.</summary>
/// <param name="Objects">Shapes or groups.</param>
/// <param name="Fade">How; null where they fade no more.</param>
/// <param name="At">The played frame on whose geometry the edge is laid at first.</param>
public sealed record SetFade(ImmutableArray<ObjectId> Objects, Fade? Fade, decimal? At = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{(Fade is null ? "No fade" : "Fade")} of {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var at = scene.Rate.At(At ?? scene.Settings.Work.First, "at");
        var next = scene;
        foreach (var thing in DeformerEdits.Each(scene, Objects))
        {
            if (!DeformerRules.CanHave(thing.Kind)) throw new Refusal("objects", $"{thing.Name} has nothing that could fade; choose shapes and groups");
            var changed = thing.Fading(Fade);
            FadeRules.Check(changed);
            if (thing.Fade is null && Fade is { } fade && RestExtent.Of(scene, thing, at) is { } extent)
            {
                var (least, most) = Along(extent, FadeRun.DirectionOf(fade));
                var soft = Math.Round((most - least) / 4, 3);
                changed = changed.WithChannel(Core.Scenes.Fade.Softness, new Channel(soft)).WithChannel(Core.Scenes.Fade.Edge, new Channel(Math.Round((least + most - soft) / 2, 3) + 0.0));
            }
            next = next.With(changed);
        }
        return next;
    }

    private static (double Least, double Most) Along((Vector Least, Vector Most) extent, Vector direction)
    {
        var (least, most) = (0.0, 0.0);
        foreach (var axis in Enum.GetValues<Axis>())
        {
            var (a, b) = (extent.Least.Along(axis) * direction.Along(axis), extent.Most.Along(axis) * direction.Along(axis));
            (least, most) = (least + Math.Min(a, b), most + Math.Max(a, b));
        }
        return (least, most);
    }
}
