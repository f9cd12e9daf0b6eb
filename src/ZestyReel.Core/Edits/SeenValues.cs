using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Leads values as they are seen on a played frame to the channels' own, to which clips and rolling are added.</summary>
internal sealed class SeenValues(Scene scene, decimal frame)
{
    private readonly FrameTimes _times = new(scene, [scene.Rate.At(frame).Value]);

    public double Own(SceneObject thing, string channel, double seen) =>
        ChannelOwners.IsStandIn(thing.Id) || Sampler.Added(thing, channel, _times) is not { } added ? seen : seen - added[0];
}
