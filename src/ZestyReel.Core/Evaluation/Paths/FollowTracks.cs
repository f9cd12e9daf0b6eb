using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Where the frame of something that follows a path is: a position and a quaternion in the world. They are sampled along with its travel.</summary>
public static class FollowTracks
{
    /// <summary>The names of the tracks.</summary>
    public static readonly ImmutableArray<string> Names = ["path.x", "path.y", "path.z", "path.qx", "path.qy", "path.qz", "path.qw"];

    /// <summary>Adds them, a sample for each moment but the last.</summary>
    /// <returns>The speed through the world, in lengths per second, worked out on the way; null where it follows nothing.</returns>
    internal static float[]? AddTo(ImmutableArray<SampleTrack>.Builder tracks, SampleTarget target, WorldSampler worlds, FrameTimes times)
    {
        var thing = target.Object;
        if (thing.Follow is null || !target.Channels.Any(spec => spec.Name == Follow.Travel)) return null;
        var frames = worlds.Following(thing);
        var (inner, count) = (worlds.Locals(thing), times.Count - 1);
        var (rows, speeds, perSecond) = (new float[Names.Length][], new float[count], times.Scene.Rate.FramesPerSecond);
        for (var row = 0; row < rows.Length; row++) rows[row] = GC.AllocateUninitializedArray<float>(count);
        float[] px = rows[0], py = rows[1], pz = rows[2], qx = rows[3], qy = rows[4], qz = rows[5], qw = rows[6];
        var place = frames[0].Point(inner[0].Origin);
        for (var i = 0; i < count; i++)
        {
            ref readonly var frame = ref frames[i];
            var turned = Quaternion.Of(frame);
            (px[i], py[i], pz[i]) = ((float)frame.Px, (float)frame.Py, (float)frame.Pz);
            (qx[i], qy[i], qz[i], qw[i]) = ((float)turned.X, (float)turned.Y, (float)turned.Z, (float)turned.W);
            var next = frames[i + 1].Point(inner[i + 1].Origin);
            speeds[i] = (float)((next - place).Length() * perSecond);
            place = next;
        }
        for (var row = 0; row < rows.Length; row++) tracks.Add(new(Names[row], rows[row]));
        return speeds;
    }
}
