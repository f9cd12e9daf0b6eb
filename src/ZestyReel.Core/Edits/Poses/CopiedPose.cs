using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What is seen of some objects on one frame: of each, the channels that have keys, or its transform where none has.</summary>
/// <param name="Values">Each channel with its value.</param>
public sealed record CopiedPose(ImmutableArray<ChannelValue> Values)
{
    /// <exception cref="Refusal">An object is not there, or the frame is out of reach.</exception>
    public static CopiedPose Of(Scene scene, ImmutableArray<ObjectId> objects, decimal frame)
    {
        if (objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        var seen = new SeenValues(scene, frame);
        return new(
        [
            .. from id in objects.Distinct()
               let thing = scene.Object(id, "objects")
               from spec in Channels(thing)
               select new ChannelValue(id, spec.Name, seen.Seen(scene.At(CurveRef.Of(id, spec.Name), "objects"))),
        ]);
    }

    private static IEnumerable<ChannelSpec> Channels(SceneObject thing)
    {
        var keyed = thing.Specs.Where(spec => thing.Channel(spec.Name).Curve is not null).ToList();
        return keyed.Count > 0 ? keyed : thing.Specs.Where(spec => spec.IsOfTransform);
    }
}
