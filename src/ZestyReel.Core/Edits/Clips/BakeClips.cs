using System.Collections.Immutable;
using ZestyReel.Core.Baking;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Writes what clips add to objects down as keys, and takes the clips off: the motion stays as it is.</summary>
/// <param name="Objects">On which objects.</param>
/// <param name="Tolerance">The largest difference in value, in each channel's unit.</param>
public sealed record BakeClips(ImmutableArray<ObjectId> Objects, double Tolerance = 0.001) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"Bake the clips of {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (!(Tolerance > 0) || !double.IsFinite(Tolerance)) throw new Refusal("tolerance", "the tolerance is above 0");
        var baked = 0;
        foreach (var id in Objects.Distinct())
        {
            var thing = scene.Object(id, "objects");
            ImmutableArray<PlacedClip> placed = [.. scene.PlacedClips.Values.Where(one => one.Object == id)];
            if (placed.IsEmpty) continue;
            var next = thing;
            foreach (var spec in ChannelsOf(scene, thing, placed))
            {
                thing.Unlocked(spec.Name, "objects");
                next = next.WithChannel(spec.Name, ClipBaking.Of(scene, thing, spec, placed, Tolerance));
            }
            // Keys on all three rotations say each for itself what was one rotation with something added.
            if (next.Channels != thing.Channels && QuaternionRotation.Channels.Any(name => QuaternionRotation.Covers(thing, name) && next.Channels.GetValueOrDefault(name) != thing.Channels.GetValueOrDefault(name)))
                next = next with { RotationInterpolation = RotationInterpolation.EachAxis };
            scene = scene.With(next) with { PlacedClips = scene.PlacedClips.RemoveRange(placed.Select(one => one.Id)) };
            baked++;
        }
        return baked > 0 ? scene : throw new Refusal("objects", "there are no clips on the selected objects");
    }

    /// <summary>The channels that clips have a say in; of a rotation that is interpolated as one thing, all three.</summary>
    private static IEnumerable<ChannelSpec> ChannelsOf(Scene scene, SceneObject thing, ImmutableArray<PlacedClip> placed)
    {
        var mix = new ClipMix(scene, placed);
        var isRotated = QuaternionRotation.Channels.Any(name => QuaternionRotation.Covers(thing, name) && mix.Covers(name));
        return thing.Specs.Where(spec => mix.Covers(spec.Name) || isRotated && QuaternionRotation.Channels.Contains(spec.Name));
    }
}
