using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Where the frame of something that follows a path is: a position and a quaternion in the world. They are sampled along with its travel.</summary>
public static class FollowTracks
{
    /// <summary>The names of the tracks.</summary>
    public static readonly ImmutableArray<string> Names = ["path.x", "path.y", "path.z", "path.qx", "path.qy", "path.qz", "path.qw"];

    /// <summary>Adds them, a sample for each of the first moments.</summary>
    internal static void AddTo(ImmutableArray<SampleTrack>.Builder tracks, SampleTarget target, WorldSampler worlds, int count)
    {
        var thing = target.Object;
        if (thing.Follow is null || !target.Channels.Any(spec => spec.Name == Follow.Travel)) return;
        var around = worlds.Around(thing)!;
        var rows = new float[Names.Length][];
        for (var row = 0; row < rows.Length; row++) rows[row] = GC.AllocateUninitializedArray<float>(count);
        for (var i = 0; i < count; i++)
        {
            var (frame, turned) = (around[i], Quaternion.Of(around[i]));
            (rows[0][i], rows[1][i], rows[2][i]) = ((float)frame.Px, (float)frame.Py, (float)frame.Pz);
            (rows[3][i], rows[4][i], rows[5][i], rows[6][i]) = ((float)turned.X, (float)turned.Y, (float)turned.Z, (float)turned.W);
        }
        for (var row = 0; row < rows.Length; row++) tracks.Add(new(Names[row], rows[row]));
    }
}
