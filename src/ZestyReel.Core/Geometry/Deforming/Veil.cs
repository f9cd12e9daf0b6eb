using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>What a group takes away from what is seen of all below it: by its opacity, and by its fade in its own space.</summary>
internal sealed class Veil(SceneObject group, FrameTimes times, WorldSampler worlds)
{
    private readonly double[] _opacity = Stages.Values(group, "look.opacity", times);
    private readonly FadeRun? _fade = FadeRun.Of(group, times);
    private readonly TransformRun _world = worlds.Worlds(group.Id);

    /// <summary>Multiplies what is seen of vertices of something below it.</summary>
    /// <param name="moment">When.</param>
    /// <param name="rest">Where the vertices are in that object's own space, not bent.</param>
    /// <param name="world">That object's world.</param>
    /// <param name="opacities">What is seen of each.</param>
    public void Multiply(int moment, ReadOnlySpan<Vector> rest, in Transform world, Span<double> opacities)
    {
        foreach (ref var opacity in opacities) opacity *= _opacity[moment];
        if (_fade is null || _world[moment].Inverse() is not { } inverse) return;
        var inside = inverse * world;
        for (var i = 0; i < rest.Length; i++) opacities[i] *= _fade.At(moment, inside.Point(rest[i]));
    }
}
