using System.Collections.Concurrent;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>How played time becomes source time: through cues, then warps, those of the scene first. Safe to use from several threads.</summary>
public sealed class TimeFlow
{
    private readonly Scene _scene;
    private readonly TimeStack _all;
    private readonly bool _isOneForAll;
    private readonly CueMoments? _cues;
    private readonly ConcurrentDictionary<(ObjectId, string), TimeStack> _started = [];

    /// <param name="scene">Whose cues and warps apply.</param>
    public TimeFlow(Scene scene)
    {
        _scene = scene;
        _all = scene.Warps.IsEmpty ? TimeStack.Plain : new(0, null, [.. scene.Warps.Values.Where(w => w.On)]);
        _isOneForAll = _all.Warps.All(warp => warp.CoversScene);
        if (!scene.Cues.IsEmpty && scene.Cues.Values.Any(cue => cue.On)) _cues = CueMoments.Of(scene);
    }

    /// <summary>Whether played time and source time are the same everywhere.</summary>
    public bool IsPlain => _cues is null && _all.IsPlain;

    /// <summary>The way of a curve. That of a warp's own points is plain.</summary>
    public TimeStack Covering(CurveRef curve) => curve.Owner switch
    {
        OwnerKind.Object => Covering(new ObjectId(curve.Id), curve.Channel),
        // The rate of a clip stands in the time of the object that the clip is on.
        OwnerKind.Placed => Covering(_scene.Placed(new PlacedClipId(curve.Id)).Object, ""),
        _ => TimeStack.Plain,
    };

    /// <summary>The way of a channel of an object, or with the empty name of the object as a whole.</summary>
    public TimeStack Covering(ObjectId id, string channel)
    {
        // In a layer a channel has the time that it has without.
        if (LayeredName.Is(channel)) channel = LayeredName.ChannelOf(channel);
        if (_cues?.Starting(id, channel) is { } cue) return _started.GetOrAdd((id, channel), _ => Started(cue, id, channel));
        // The same one for all, so that it is seen to be the same.
        return _isOneForAll ? _all : new(0, null, Warps(id, channel));
    }

    /// <summary>The way of the whole scene.</summary>
    public TimeStack CoveringScene() => new(0, null, [.. _all.Warps.Where(warp => warp.CoversScene)]);

    /// <summary>The first played time at which a curve shows a source time, both in ticks; null where it never does.</summary>
    public double? PlayedOf(CurveRef curve, double source) => Covering(curve).PlayedOf(source);

    /// <summary>As the other, of an object as a whole.</summary>
    public double? PlayedOf(ObjectId id, double source) => Covering(id, "").PlayedOf(source);

    /// <summary>Source time of a played time for a curve, both in ticks.</summary>
    public double SourceOf(CurveRef curve, double played) => Covering(curve).SourceOf(played);

    /// <summary>As the other, for an object as a whole.</summary>
    public double SourceOf(ObjectId id, double played) => Covering(id, "").SourceOf(played);

    private TimeStack Started(Cue cue, ObjectId id, string channel)
    {
        var warps = Warps(id, channel);
        return _cues!.ShiftOf(cue) is { } shift
            ? new(shift.Value, null, warps)
            : new(0, StandsAt(cue, id, new(0, null, warps)), warps);
    }

    /// <summary>What never starts stands as it is before its first key, its first clip and its anchor.</summary>
    private double StandsAt(Cue cue, ObjectId id, TimeStack uncued)
    {
        var first = uncued.SourceOf(cue.Anchor.Value);
        foreach (var (name, each) in _scene.Object(id).Channels)
            if (each.Curve is { } curve && cue.Covers(id, name)) first = Math.Min(first, curve.Keys[0].Time.Value);
        foreach (var placed in _scene.PlacedClips.Values)
            if (placed.Object == id) first = Math.Min(first, placed.Start.Value);
        return first;
    }

    private Warp[] Warps(ObjectId id, string channel) => _isOneForAll
        ? _all.Warps
        : [.. _all.Warps
            .Select(warp => (warp, depth: warp.Depth(id, channel)))
            .Where(w => w.depth is not null)
            .OrderBy(w => w.depth)
            .Select(w => w.warp)];
}
