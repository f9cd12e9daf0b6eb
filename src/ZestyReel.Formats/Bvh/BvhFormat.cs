using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Bvh;

/// <summary>A skeleton and its motion, over the stretch of its keys.</summary>
public sealed class BvhFormat : IOutgoingFormat
{
    /// <inheritdoc/>
    public string Ending => ".bvh";

    /// <inheritdoc/>
    public string Name => "Skeleton, BVH";

    /// <inheritdoc/>
    public string For => "A joint and all joints below it with their motion, over the stretch of their keys";

    /// <inheritdoc/>
    public string MediaType => "text/plain";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.None;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) => [.. Formats.Outgoing.Losses.Where(going, thing => thing.Kind != ObjectKind.Joint, "Everything but joints", "stays behind")];

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => going.Objects.Count(thing => thing.Kind == ObjectKind.Joint) * (200 + going.Moments.Count * 30L);

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        var roots = going.Objects.Where(thing => thing.Kind == ObjectKind.Joint && !(thing.Parent is { } parent && going.Scene.Object(parent).Kind == ObjectKind.Joint && going.Objects.Any(other => other.Id == parent))).ToList();
        if (roots.Count == 0) throw new Refusal("objects", "there is no joint in that");
        if (roots.Count > 1) throw new Refusal("objects", $"there are {roots.Count} skeletons in that, and a file has one; select the uppermost joint of the one that is meant");
        into.Write(Encoding.UTF8.GetBytes(BvhWriter.Write(BvhSkeleton.Of(going.Scene, roots[0].Id, stop))));
    }
}
