using System.Collections.Immutable;
using System.Runtime.InteropServices;
using ZestyReel.Core.Clips;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>
/// Moves moments to other moments without changing their order. Applied to keys it never merges two of them:
/// where two would meet, the earlier one stands a tick ahead.
/// </summary>
public abstract class TimeMap
{
    public abstract Tick Of(Tick time);

    /// <summary>How many times as long a short stretch that ends at the moment becomes.</summary>
    public abstract double FactorBefore(Tick time);

    /// <summary>How many times as long a short stretch that starts at the moment becomes.</summary>
    public abstract double FactorAfter(Tick time);

    /// <summary>Whether clips become as much longer as they are spread, and their rates stay; else their rates make up for it.</summary>
    public virtual bool LengthensClips => false;

    /// <summary>
    /// The scene with every key, warp, placed clip and bookmark moved. The ends of warps move in played and in source time
    /// alike, so that what was played at a moment is played at the moment's new place.
    /// </summary>
    /// <exception cref="Refusal">A key would land out of reach.</exception>
    public Scene Applied(Scene scene) => scene with
    {
        Objects = scene.Objects.ToImmutableSortedDictionary(o => o.Key, o => Applied(o.Value)),
        Warps = scene.Warps.ToImmutableSortedDictionary(w => w.Key, w => w.Value with { Curve = Applied(w.Value.Curve, valuesAreTimes: true) }),
        Clips = LengthensClips ? scene.Clips.ToImmutableSortedDictionary(c => c.Key, c => Lengthened(c.Value)) : scene.Clips,
        PlacedClips = scene.PlacedClips.Values.Select(Applied).OfType<PlacedClip>().ToImmutableSortedDictionary(p => p.Id, p => p),
        Bookmarks = scene.Bookmarks.ToImmutableSortedDictionary(b => b.Key, b => b.Value with { Time = Reached(b.Value.Time) }),
    };

    /// <summary>The frames of a range, after the moments at which it starts and ends have moved.</summary>
    /// <param name="range">The range before.</param>
    /// <param name="rate">The rate that both count in.</param>
    public FrameRange Applied(FrameRange range, FrameRate rate)
    {
        var first = rate.NearestFrame(Of(rate.StartOf(range.First)));
        var end = rate.NearestFrame(Of(rate.StartOf(range.Last + 1)));
        return new(first, Math.Max(first, end - 1));
    }

    /// <summary>The curve with its keys and free handles moved.</summary>
    public Curve Applied(Curve curve, bool valuesAreTimes = false)
    {
        var keys = new Key[curve.Keys.Length];
        for (var i = keys.Length - 1; i >= 0; i--)
        {
            var key = curve.Keys[i];
            var time = Reached(key.Time);
            if (i < keys.Length - 1 && time >= keys[i + 1].Time) time = new Tick(keys[i + 1].Time.Value - 1);
            keys[i] = key with
            {
                Time = time,
                Value = valuesAreTimes ? Of(new Tick((long)key.Value)).Value : key.Value,
                InHandle = Scaled(key.InHandle, FactorBefore(key.Time), valuesAreTimes),
                OutHandle = Scaled(key.OutHandle, FactorAfter(key.Time), valuesAreTimes),
            };
        }
        return curve.WithKeys(ImmutableCollectionsMarshal.AsImmutableArray(keys));
    }

    /// <summary>
    /// A placed clip between its new ends, from the phase at which it started to the one at which it ended; null where
    /// nothing is left between them.
    /// </summary>
    public PlacedClip? Applied(PlacedClip placed)
    {
        var (start, end) = (Reached(placed.Start), Reached(placed.End));
        if (end <= start) return null;
        var slower = LengthensClips ? 1 : (double)(placed.End - placed.Start).Value / (end - start).Value;
        return placed with
        {
            Start = start,
            End = end,
            Offset = LengthensClips ? (long)Math.Round(placed.Offset * FactorAfter(Tick.Zero)) : placed.Offset,
            Rate = placed.Rate.Curve is { } curve ? placed.Rate with { Curve = Slower(Applied(curve)) } : new Channel(Fits(placed.Rate.Still * slower)),
        };

        Curve Slower(Curve curve) => curve.WithKeys([.. curve.Keys.Select(key => key.Raised(slower, 0) with { Value = Fits(key.Value * slower) })]);
        static double Fits(double rate) => RateChannel.Spec.Checked(rate, "rate");
    }

    private Clip Lengthened(Clip clip) => clip with
    {
        Length = Reached(new Tick(clip.Length)).Value,
        Channels = clip.Channels.ToImmutableSortedDictionary(c => c.Key, c => Applied(c.Value)),
    };

    private SceneObject Applied(SceneObject thing) =>
        thing.Channels.Values.All(c => c.Curve is null)
            ? thing
            : thing with
            {
                Channels = thing.Channels.ToImmutableSortedDictionary(
                    c => c.Key,
                    c => c.Value.Curve is { } curve ? c.Value with { Curve = Applied(curve) } : c.Value),
            };

    private Tick Reached(Tick time)
    {
        var moved = Of(time);
        return moved.IsWithinReach ? moved : throw new Refusal("keys", "a key would land out of reach");
    }

    private static Handle Scaled(Handle handle, double factor, bool valuesAreTimes) =>
        handle == default || factor == 1 ? handle
        : valuesAreTimes ? Handle.BetweenTimes(handle.Ticks * factor, handle.Value * factor)
        : new(handle.Ticks * factor, handle.Value);
}
