using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// Finds the first moment at which something happens in what is played: looked for on quarter frames, from the time from
/// which a cue waits to the last frame of the scene range, then halved to 1/256 of a frame. The moment found is the first
/// of these at which it has happened; what comes and goes between two quarter frames is not seen.
/// </summary>
internal sealed class CueSearch
{
    /// <summary>Moments in a frame that can be told apart, and moments between two that are looked at first.</summary>
    private const int PerFrame = 256, Stride = PerFrame / 4;

    /// <summary>It is looked for in so many frames at the most, and for all cues of a scene together in so many.</summary>
    private const long MostFrames = 100_000, MostOfAll = 10_000_000;

    /// <summary>A value so near to the one waited for is that one: rounding keeps nothing from happening.</summary>
    private const double Near = 1e-9;

    private readonly Scene _scene;
    private readonly CueWhen _when;
    private readonly Tick _from;
    private readonly long _last;
    private readonly double _near;

    public CueSearch(Scene scene, CueWhen when, Tick from)
    {
        (_scene, _when, _from) = (scene, when, from);
        var frames = Math.Floor(scene.Rate.FrameOf(scene.Rate.StartOf(scene.Settings.Range.Last).Value - from.Value) + 1e-6);
        _last = frames < 0 ? -1 : (long)Math.Min(frames, FramesOf(scene)) * PerFrame;
        _near = Near * Math.Max(1, Math.Abs(when.Value));
    }

    /// <summary>In so many frames a cue of the scene is looked for.</summary>
    public static long FramesOf(Scene scene) => Math.Min(MostFrames, MostOfAll / Math.Max(1, scene.Cues.Count));

    /// <summary>The moment.</summary>
    public CueMoment Found()
    {
        if (_when.Bookmark is { } bookmark) return _scene.Bookmarks[bookmark].Time is var time && time >= _from ? new(time) : new(null);
        var (before, nearest, nearestAt) = (double.NaN, double.NaN, _from);
        var room = 64;
        for (long next = 0; next <= _last;)
        {
            var count = (int)Math.Min(room, (_last - next) / Stride + 1);
            var gaps = Gaps(next, Stride, count);
            for (var i = 0; i < count; i++)
            {
                var place = next + (long)i * Stride;
                if (double.IsNaN(before) ? IsThereAtOnce(gaps[i]) : HasHappened(before, gaps[i]))
                    return new(double.IsNaN(before) ? TimeOf(place) : Halved(place - Stride, before, place));
                if (double.IsNaN(nearest) || Math.Abs(gaps[i]) < Math.Abs(nearest)) (nearest, nearestAt) = (gaps[i], TimeOf(place));
                before = gaps[i];
            }
            next += (long)count * Stride;
            room = Math.Min(2 * room, 2048);
        }
        return new(null, nearest + _when.Value, nearestAt);
    }

    private Tick Halved(long low, double before, long high)
    {
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            if (HasHappened(before, Gaps(middle, 1, 1)[0])) high = middle;
            else low = middle;
        }
        return TimeOf(high);
    }

    /// <summary>Whether it is so on the first moment looked at.</summary>
    private bool IsThereAtOnce(double gap) => _when.Event switch
    {
        CueEvent.Near => gap <= 0,
        CueEvent.Reaches => gap == 0 && _when.Going == CueGoing.Either,
        _ => false,
    };

    /// <summary>Whether it has happened between a moment and a later one.</summary>
    private bool HasHappened(double before, double now) => (_when.Event, _when.Going) switch
    {
        (CueEvent.Near, _) => before > 0 && now <= 0,
        (CueEvent.Leaves, _) => before <= 0 && now > 0,
        (_, CueGoing.Up) => before < 0 && now >= 0,
        (_, CueGoing.Down) => before > 0 && now <= 0,
        _ => Math.Sign(before) != Math.Sign(now),
    };

    /// <summary>By how much what is watched is above what is waited for, at some moments; 0 where it is there but for rounding.</summary>
    private double[] Gaps(long first, int stride, int count)
    {
        var played = new double[count];
        for (var i = 0; i < count; i++) played[i] = TimeOf(first + (long)i * stride).Value;
        var times = new FrameTimes(_scene, played);
        var gaps = _when.Channel is { } channel ? Stages.Values(_scene.Object(_when.Object!.Value), channel, times) : Distances(times);
        for (var i = 0; i < count; i++)
        {
            gaps[i] -= _when.Value;
            if (Math.Abs(gaps[i]) <= _near) gaps[i] = 0;
        }
        return gaps;
    }

    private double[] Distances(FrameTimes times)
    {
        var worlds = new WorldSampler(_scene, times);
        var (a, b) = (worlds.Worlds(_when.Object!.Value), worlds.Worlds(_when.Other!.Value));
        var distances = new double[a.Count];
        for (var i = 0; i < distances.Length; i++) distances[i] = new Vector(a[i].Px - b[i].Px, a[i].Py - b[i].Py, a[i].Pz - b[i].Pz).Length();
        return distances;
    }

    /// <summary>A moment, so many 256ths of a frame after the first; whole frames are met exactly.</summary>
    private Tick TimeOf(long place) => place % PerFrame == 0
        ? _scene.Rate.Moved(_from, place / PerFrame)
        : new((long)Math.Round(_from.Value + place * (_scene.Rate.TicksPerFrame / PerFrame)));
}
