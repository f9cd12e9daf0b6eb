using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Leads played time to each channel's source time through the scene's warps, the outermost first.</summary>
public sealed class TimeFlow
{
    private readonly Scene _scene;
    private readonly Warp[] _on;
    private readonly bool _isOneForAll;

    /// <param name="scene">Whose warps apply.</param>
    public TimeFlow(Scene scene)
    {
        (_scene, _on) = (scene, [.. scene.Warps.Values.Where(w => w.On)]);
        _isOneForAll = _on.All(warp => warp.CoversScene);
    }

    /// <summary>Whether played time and source time are the same everywhere.</summary>
    public bool IsPlain => _on.Length == 0;

    /// <summary>The warps that cover a curve, in the order in which they apply. A warp's own points are covered by none.</summary>
    public Warp[] Covering(CurveRef curve) => curve.Owner switch
    {
        OwnerKind.Object => Covering(new ObjectId(curve.Id), curve.Channel),
        // The rate of a clip stands in the time of the object that the clip is on.
        OwnerKind.Placed => Covering(_scene.Placed(new PlacedClipId(curve.Id)).Object, ""),
        _ => [],
    };

    /// <summary>The warps that cover a channel of an object, or with the empty name the object as a whole.</summary>
    public Warp[] Covering(ObjectId id, string channel)
    {
        // The same array for all, so that it is seen to be the same.
        if (_isOneForAll) return _on;
        return [.. _on
            .Select(warp => (warp, depth: warp.Depth(id, channel)))
            .Where(w => w.depth is not null)
            .OrderBy(w => w.depth)
            .Select(w => w.warp)];
    }

    /// <summary>The warps that cover the whole scene.</summary>
    public Warp[] CoveringScene() => [.. _on.Where(warp => warp.CoversScene)];

    /// <summary>The first played times, in ticks, at which the keys of a curve are seen; null where one never is.</summary>
    /// <param name="warps">The warps that cover it, in their order.</param>
    /// <param name="source">The time of a key.</param>
    /// <param name="known">What has been found under the same warps.</param>
    public static double? PlayedOf(Warp[] warps, double source, Dictionary<double, double?> known)
    {
        // Keys stand on the same frames again and again.
        if (!known.TryGetValue(source, out var played)) known[source] = played = PlayedOf(warps, source);
        return played;
    }

    /// <summary>The first played time at which a curve shows a source time, both in ticks; null where it never does.</summary>
    public double? PlayedOf(CurveRef curve, double source) => PlayedOf(Covering(curve), source);

    /// <summary>As the other, of an object as a whole.</summary>
    public double? PlayedOf(ObjectId id, double source) => PlayedOf(Covering(id, ""), source);

    /// <summary>Source time of a played time for a curve, both in ticks.</summary>
    public double SourceOf(CurveRef curve, double played) => SourceOf(Covering(curve), played);

    /// <summary>As the other, for an object as a whole.</summary>
    public double SourceOf(ObjectId id, double played) => SourceOf(Covering(id, ""), played);

    private static double SourceOf(Warp[] warps, double played)
    {
        foreach (var warp in warps)
        {
            var near = 0;
            played = warp.SourceOf(played, ref near);
        }
        return played;
    }

    private static double? PlayedOf(Warp[] warps, double source)
    {
        double? played = source;
        for (var i = warps.Length - 1; i >= 0; i--) played = played is { } time ? warps[i].PlayedOf(time) : null;
        return played;
    }
}
