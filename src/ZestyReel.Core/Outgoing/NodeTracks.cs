using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>An object's place inside what it hangs in, as position, rotation and scale at some moments. What follows a path is told in the world.</summary>
/// <param name="Position">Rows of x, y and z.</param>
/// <param name="Rotation">Rows of x, y, z and w of a quaternion, without jumps from q to −q.</param>
/// <param name="Scale">Rows of x, y and z.</param>
public sealed record NodeTracks(double[][] Position, double[][] Rotation, double[][] Scale)
{
    /// <summary>Whether it is told in the world rather than inside its parent.</summary>
    public static bool IsInWorld(SceneObject thing) => thing.Follow is not null;

    /// <summary>Of an object. Its own channels are taken as they are, so that a scale through zero turns nothing over.</summary>
    public static NodeTracks Of(SceneObject thing, FrameTimes times, WorldSampler worlds)
    {
        using var rows = new ChannelRows(thing, WorldSampler.TransformOf(thing), times.Count);
        Stages.Evaluate(rows, times);
        double[][] position = [rows[0].ToArray(), rows[1].ToArray(), rows[2].ToArray()], scale = [rows[6].ToArray(), rows[7].ToArray(), rows[8].ToArray()];
        var rotation = Enumerable.Range(0, 4).Select(_ => new double[times.Count]).ToArray();
        var aims = thing.Aim is null ? null : worlds.Aims(thing);
        var around = IsInWorld(thing) ? worlds.Around(thing) : null;
        Quaternion before = default;
        for (var i = 0; i < times.Count; i++)
        {
            var turned = Quaternion.Of((rows[3][i], rows[4][i], rows[5][i]), thing.RotationOrder);
            if (aims is not null) turned = aims[i] * turned;
            if (around is not null)
            {
                var (frame, at) = (around[i], around[i].Point(new(position[0][i], position[1][i], position[2][i])));
                turned = Quaternion.Of(frame) * turned;
                (position[0][i], position[1][i], position[2][i]) = (at.X, at.Y, at.Z);
            }
            if (before.W * turned.W + before.X * turned.X + before.Y * turned.Y + before.Z * turned.Z < 0) turned = new(-turned.W, -turned.X, -turned.Y, -turned.Z);
            (rotation[0][i], rotation[1][i], rotation[2][i], rotation[3][i]) = (turned.X, turned.Y, turned.Z, turned.W);
            before = turned;
        }
        return new(position, rotation, scale);
    }
}
