using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Leads values as they are seen on a played frame to the channels' own, to which clips and rolling are added; to the
/// nearest one that the channel can have.
/// </summary>
internal sealed class SeenValues(Scene scene, decimal frame)
{
    private readonly FrameTimes _times = new(scene, [scene.Rate.At(frame).Value]);

    public double Own(SceneObject thing, ChannelSpec spec, double seen) =>
        ChannelOwners.IsStandIn(thing.Id) || Sampler.Added(thing, spec.Name, _times) is not { } added ? seen : spec.Within(seen - added[0]);
}
