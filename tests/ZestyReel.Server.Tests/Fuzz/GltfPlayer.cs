using System.Numerics;
using SharpGLTF.Schema2;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>Plays a glTF model as appendix C of the standard says, in doubles. (The package's own player leaves the length of a stretch out of its slopes.)</summary>
internal sealed class GltfPlayer(ModelRoot model)
{
    private readonly Animation? _animation = model.LogicalAnimations.FirstOrDefault();

    /// <summary>Where a node's origin is in the world after so many seconds.</summary>
    public (double X, double Y, double Z) Origin(Node node, float seconds)
    {
        double[] at = [0, 0, 0];
        for (var each = node; each is not null; each = each.VisualParent)
        {
            var scale = Of(_animation?.FindScaleChannel(each)?.GetScaleSampler(), each.LocalTransform.GetDecomposed().Scale, seconds);
            var q = Of(_animation?.FindRotationChannel(each)?.GetRotationSampler(), each.LocalTransform.GetDecomposed().Rotation, seconds);
            var move = Of(_animation?.FindTranslationChannel(each)?.GetTranslationSampler(), each.LocalTransform.GetDecomposed().Translation, seconds);
            var (x, y, z) = (at[0] * scale[0], at[1] * scale[1], at[2] * scale[2]);
            var (a, b, c, w) = (q[0], q[1], q[2], q[3]);
            var (tx, ty, tz) = (2 * (b * z - c * y), 2 * (c * x - a * z), 2 * (a * y - b * x));
            at = [x + w * tx + b * tz - c * ty + move[0], y + w * ty + c * tx - a * tz + move[1], z + w * tz + a * ty - b * tx + move[2]];
        }
        return (at[0], at[1], at[2]);
    }

    private static double[] Of(IAnimationSampler<Vector3>? sampler, Vector3 still, float seconds) =>
        sampler is null ? [still.X, still.Y, still.Z] : At(sampler, seconds, each => [each.X, each.Y, each.Z]);

    private static double[] Of(IAnimationSampler<Quaternion>? sampler, Quaternion still, float seconds)
    {
        var q = sampler is null ? [still.X, still.Y, still.Z, still.W] : At(sampler, seconds, each => [each.X, each.Y, each.Z, each.W]);
        var length = Math.Sqrt(q.Sum(part => part * part));
        return Array.ConvertAll(q, part => part / length);
    }

    private static double[] At<T>(IAnimationSampler<T> sampler, float seconds, Func<T, double[]> parts)
    {
        if (sampler.InterpolationMode == AnimationInterpolationMode.STEP) return parts(sampler.GetLinearKeys().Where((key, i) => i == 0 || key.Item1 <= seconds).Last().Item2);
        sampler.InterpolationMode.ShouldBe(AnimationInterpolationMode.CUBICSPLINE);
        var keys = sampler.GetCubicKeys().ToList();
        var at = keys.FindLastIndex(key => key.Item1 <= seconds);
        if (at < 0) return parts(keys[0].Item2.Item2);
        if (at == keys.Count - 1) return parts(keys[at].Item2.Item2);
        var (from, to) = (keys[at], keys[at + 1]);
        double length = to.Item1 - from.Item1, t = (seconds - from.Item1) / length, rest = 1 - t;
        var (a, start, b, end) = (parts(from.Item2.Item2), parts(from.Item2.Item3), parts(to.Item2.Item2), parts(to.Item2.Item1));
        return [.. a.Select((_, i) => a[i] * (1 + 2 * t) * rest * rest + start[i] * length * t * rest * rest + b[i] * t * t * (3 - 2 * t) - end[i] * length * t * t * rest)];
    }
}
