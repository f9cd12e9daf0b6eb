using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>How an object fades at each of some moments.</summary>
public sealed class FadeRun
{
    private readonly double[] _edge, _softness;
    private readonly Vector _direction;
    private readonly bool _inverts;

    private FadeRun(SceneObject thing, Fade fade, FrameTimes times)
    {
        (_edge, _softness) = (Stages.Values(thing, Fade.Edge, times), Stages.Values(thing, Fade.Softness, times));
        (_direction, _inverts) = (DirectionOf(fade), fade.Invert);
    }

    /// <summary>Of an object; null where it does not fade.</summary>
    public static FadeRun? Of(SceneObject thing, FrameTimes times) => thing.Fade is { } fade ? new(thing, fade, times) : null;

    /// <summary>Which way a fade goes; of length 1. Quarter turns are exact.</summary>
    public static Vector DirectionOf(Fade fade)
    {
        var turned = Transform.Of(default, (0, fade.Azimuth, fade.Height), (1, 1, 1), RotationOrder.Yzx);
        return turned.Direction(new Vector(1, 0, 0));
    }

    /// <summary>How much is left at a place in the object's rest space: clamp((p·d − edge)/softness, 0, 1), or 1 less that.</summary>
    public double At(int moment, Vector place)
    {
        var (beyond, softness) = (place.Dot(_direction) - _edge[moment], _softness[moment]);
        var left = softness > 0 ? Math.Clamp(beyond / softness, 0, 1) : beyond >= 0 ? 1 : 0;
        return _inverts ? 1 - left : left;
    }

    /// <summary>Multiplies what is seen of places by what is left there.</summary>
    internal void Multiply(int moment, ReadOnlySpan<Vector> places, Span<double> opacities)
    {
        for (var i = 0; i < places.Length; i++) opacities[i] *= At(moment, places[i]);
    }
}
