using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Checks;

/// <summary>Rotations that go the long way round from one frame to the next.</summary>
internal static class RotationFindings
{
    /// <summary>The least that a channel turns within a frame to be looked at, and how much of that the object itself turns at the most; in degrees and as a part.</summary>
    private const double Least = 90, Most = 0.5;

    public static IEnumerable<Finding> Of(CheckedObject at)
    {
        string[] channels = [.. at.Moving.Select(spec => spec.Name).Where(QuaternionRotation.Channels.Contains)];
        if (channels.Length == 0 || at.Thing.RotationInterpolation == RotationInterpolation.Quaternion) yield break;
        double Seen(string channel, int i) => channels.Contains(channel) ? at.Seen(channel)[i] : at.Thing.Channel(channel).Still;
        Quaternion Pose(int i) => Quaternion.Of((Seen("rotation.x", i), Seen("rotation.y", i), Seen("rotation.z", i)), at.Thing.RotationOrder);
        for (var i = 0; i + 1 < at.Times.Count; i++)
        {
            var (worst, most) = ("", Least);
            foreach (var channel in channels)
                if (Math.Abs(at.Seen(channel)[i + 1] - at.Seen(channel)[i]) is var turned && turned >= most) (worst, most) = (channel, turned);
            if (worst.Length == 0) continue;
            var (a, b) = (Pose(i), Pose(i + 1));
            var dot = Math.Min(1, Math.Abs(a.W * b.W + a.X * b.X + a.Y * b.Y + a.Z * b.Z));
            var turn = 2 * Math.Acos(dot) * 180 / Math.PI;
            // What jumps does not spin.
            var half = Stages.Values(at.Thing, worst, FrameTimes.At(at.Times.Scene, new((at.FrameAt(i).Value + at.FrameAt(i + 1).Value) / 2)))[0];
            if (turn > most * Most || Math.Min(Math.Abs(half - at.Seen(worst)[i]), Math.Abs(half - at.Seen(worst)[i + 1])) < Least / 4) continue;
            var keys = at.Thing.Channel(worst).Curve is { } curve
                ? [.. curve.Keys.Select(key => key.Time).Where(time => at.SeenAt(worst, time) is var seen && seen >= at.FrameAt(i) && seen <= at.FrameAt(i + 1))]
                : System.Collections.Immutable.ImmutableArray<Time.Tick>.Empty;
            yield return at.Found(FindingKind.RotationFlip, FindingLevel.Fault, worst, at.FrameAt(i), at.FrameAt(i + 1), most - turn, FindingUnit.Degrees,
                keys.IsEmpty ? default : [new(CurveRef.Of(at.Thing.Id, worst), keys)], keys.IsEmpty ? null : FindingMend.Unwind);
        }
    }
}
