using System.Collections.Immutable;

namespace ZestyReel.Formats.Bvh;

/// <summary>A skeleton and its motion, as a BVH file has them.</summary>
/// <param name="Joints">The joints, parents before their children.</param>
/// <param name="FrameTime">Seconds from one frame to the next, exactly as written; above 0.</param>
/// <param name="Values">One row for each frame: the channels of all joints, in their order.</param>
public sealed record BvhMotion(ImmutableArray<BvhJoint> Joints, decimal FrameTime, double[][] Values)
{
    /// <summary>How many columns a row has.</summary>
    public int Columns => Joints.Sum(joint => joint.Channels.Length);
}
