using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects roll like wheels as they travel, or no longer.</summary>
/// <param name="Objects">Which objects.</param>
/// <param name="Axle">The axis that they roll about; left out, they roll no longer.</param>
/// <param name="Radius">From the axle to the ground, in scene lengths of the world; left out, that of each object's own shape.</param>
public sealed record SetRoll(ImmutableArray<ObjectId> Objects, Axis? Axle = null, double? Radius = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var what = Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects";
        return FormattableString.Invariant(
            $"{(Axle is not { } axle ? $"{what} no longer rolls" : Radius is { } radius ? $"Roll {what} about {axle}, radius {radius:0.###}" : $"Roll {what} about {axle}")}");
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (Axle is { } given && !Enum.IsDefined(given)) throw new Refusal("axle", "there is no such axis");
        if (Radius is { } wanted && !(wanted is > 0 and <= SceneRules.LargestRadius)) throw new Refusal("radius", "the radius of a wheel is above 0");
        var next = scene;
        foreach (var id in Objects)
        {
            var thing = scene.Object(id, "objects");
            Roll? roll = Axle is { } axle ? new Roll(axle, Radius ?? OwnRadius(scene, thing, axle)) : null;
            next = next.With(thing with { Roll = roll });
        }
        return next;
    }

    /// <summary>How far the shape reaches from the axle, on the first frame of the scene.</summary>
    private static double OwnRadius(Scene scene, SceneObject thing, Axis axle)
    {
        var times = new FrameTimes(scene, [scene.Rate.StartOf(scene.Settings.Range.First).Value]);
        double Of(string channel) => thing.Find(channel) is null ? 0 : Stages.Values(thing, channel, times)[0];
        var own = thing.Kind switch
        {
            ObjectKind.Box or ObjectKind.Plane => Math.Max(Of("shape.height"), Of("shape.depth")) / 2,
            _ => Of("shape.radius") + Of("shape.tube"),
        };
        var (x, y, z) = new WorldSampler(scene, times).Worlds(thing.Id)[0].Scale;
        var size = Math.Abs(axle switch { Axis.X => Math.Max(y, z), Axis.Y => Math.Max(x, z), _ => Math.Max(x, y) });
        return own * size is > 0 and var radius ? radius : 1;
    }
}
