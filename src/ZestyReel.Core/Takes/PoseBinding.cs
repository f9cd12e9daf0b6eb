using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Takes;

/// <summary>What poses do to an object.</summary>
/// <param name="Order">The order of its rotations.</param>
/// <param name="Position">Whether they move it.</param>
/// <param name="Rotation">Whether they turn it.</param>
/// <param name="Scale">Scene lengths for one of the device's.</param>
/// <param name="Home">Where the object and the device stood when they were bound, so that it goes on from there; null where the device's own origin is the parent's.</param>
public sealed record PoseBinding(RotationOrder Order, bool Position, bool Rotation, double Scale, PoseHome? Home)
{
    private static readonly ImmutableArray<string> Positions = ["position.x", "position.y", "position.z"], Rotations = ["rotation.x", "rotation.y", "rotation.z"];

    /// <summary>The largest scale.</summary>
    public const double LargestScale = 10_000;

    /// <summary>The channels that are driven.</summary>
    public ImmutableArray<string> Channels => [.. Position ? Positions : [], .. Rotation ? Rotations : []];

    /// <exception cref="Refusal">It drives nothing, or by a size that is none.</exception>
    public PoseBinding Checked()
    {
        if (!Position && !Rotation) throw new Refusal("drives", "a device drives the position, the rotation, or both");
        if (!(Scale > 0 && Scale <= LargestScale)) throw new Refusal("scale", $"the scale is above 0 and at most {LargestScale}");
        return this;
    }

    /// <summary>Values of the channels for a pose.</summary>
    /// <param name="pose">Where the device is.</param>
    /// <param name="near">The rotations before, which these go on from without turning round once more.</param>
    public double[] Values(in TrackedPose pose, (double X, double Y, double Z) near)
    {
        var values = new double[(Position ? 3 : 0) + (Rotation ? 3 : 0)];
        if (Position)
        {
            var at = Home is { } home ? home.Position + (pose.Position - home.Pose.Position) * Scale : pose.Position * Scale;
            (values[0], values[1], values[2]) = (at.X, at.Y, at.Z);
        }
        if (!Rotation) return values;
        var turn = Home is { } from ? pose.Rotation * from.Pose.Rotation.Conjugate() * Quaternion.Of(from.Rotation, Order) : pose.Rotation;
        var (x, y, z) = Transform.NearestRotation(turn.AsTransform().Rotation(Order), near, Order);
        (values[^3], values[^2], values[^1]) = (x, y, z);
        return values;
    }

    /// <summary>The rotations before the first pose.</summary>
    public (double X, double Y, double Z) Start => Home?.Rotation ?? default;

    /// <summary>A take of poses.</summary>
    /// <param name="poses">In order, at least one.</param>
    /// <param name="end">When it should have ended, in the same seconds; what is missing there is a gap.</param>
    public Take TakeOf(PoseTimes poses, double end)
    {
        var rows = Channels.Select(_ => ImmutableArray.CreateBuilder<double>(poses.Poses.Length)).ToArray();
        var near = Start;
        foreach (var pose in poses.Poses)
        {
            var values = Values(pose, near);
            if (Rotation) near = (values[^3], values[^2], values[^1]);
            for (var c = 0; c < rows.Length; c++) rows[c].Add(values[c]);
        }
        var first = poses.Seconds[0];
        var usual = poses.Seconds.Length > 1 ? (poses.Seconds[^1] - first) / (poses.Seconds.Length - 1) : 0;
        var gaps = poses.Gaps.Select(gap => new TakeGap(gap.From - first, gap.To - first)).ToList();
        // A device that vanished is missing until the end.
        if (end - poses.Seconds[^1] > Math.Max(0.1, PoseTimes.GapFrom * usual)) gaps.Add(new(poses.Seconds[^1] - first, end - first));
        return new Take(Channels, [.. poses.Seconds.Select(at => at - first)], [.. rows.Select(row => row.MoveToImmutable())], [.. poses.Poses.Select(pose => pose.Stamp)], [.. gaps], poses.Lost).Checked();
    }
}
