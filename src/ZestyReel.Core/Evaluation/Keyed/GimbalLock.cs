using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Where the rotations of an object come into gimbal lock: the middle one brings the outer two into one line, and an axis is lost.</summary>
public static class GimbalLock
{
    /// <summary>How near to a quarter turn the middle rotation is warned of, in degrees.</summary>
    public const double Near = 5;

    private const int MostSpans = 100;

    /// <summary>The stretches of frames in which an object with moving rotations comes near to a lock; the first hundred.</summary>
    public static List<FrameRange> Of(Scene scene, ObjectId id, FrameRange frames)
    {
        var spans = new List<FrameRange>();
        var thing = scene.Object(id);
        var times = FrameTimes.Of(scene, frames);
        // A rotation that follows no axis of its own cannot lock; nor does one that stands.
        if (thing.RotationInterpolation == RotationInterpolation.Quaternion || !QuaternionRotation.Channels.Any(name => Stages.Moves(thing, name, times))) return spans;
        var values = Stages.Values(thing, QuaternionRotation.Channels[(int)thing.RotationOrder.Axes()[1]], times);
        for (var i = 0; i < values.Length && spans.Count < MostSpans; i++)
        {
            if (Math.Abs(Math.Abs(Math.IEEERemainder(values[i], 180)) - 90) > Near) continue;
            var frame = frames.First + i;
            if (spans.Count > 0 && spans[^1].Last == frame - 1) spans[^1] = spans[^1] with { Last = frame };
            else spans.Add(new(frame, frame));
        }
        return spans;
    }
}
