using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>How something that aims is turned before its own rotation: a quaternion inside what it lies in. It is sampled along with its weight.</summary>
public static class AimTracks
{
    /// <summary>The names of the tracks.</summary>
    public static readonly ImmutableArray<string> Names = ["aim.qx", "aim.qy", "aim.qz", "aim.qw"];

    /// <summary>Adds them, a sample for each of the first moments.</summary>
    internal static void AddTo(ImmutableArray<SampleTrack>.Builder tracks, SampleTarget target, WorldSampler worlds, int count)
    {
        if (target.Object.Aim is null || !target.Channels.Any(spec => spec.Name == Aim.Weight)) return;
        var aims = worlds.Aims(target.Object);
        float[] Row(Func<Quaternion, double> part) => [.. aims.Take(count).Select(aim => (float)part(aim))];
        tracks.Add(new(Names[0], Row(aim => aim.X)));
        tracks.Add(new(Names[1], Row(aim => aim.Y)));
        tracks.Add(new(Names[2], Row(aim => aim.Z)));
        tracks.Add(new(Names[3], Row(aim => aim.W)));
    }
}
