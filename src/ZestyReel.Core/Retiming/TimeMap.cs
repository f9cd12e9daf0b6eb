using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>Moves every key of a scene to another time by an exact ratio about tick 0. Keys never merge or change places.</summary>
/// <param name="Of">The new tick of a tick.</param>
/// <param name="Factor">The ratio itself, for handles.</param>
public sealed record TimeMap(Func<Tick, Tick> Of, double Factor)
{
    /// <summary>Keeps every frame number while the rate changes.</summary>
    public static TimeMap FrameForFrame(FrameRate from, FrameRate to)
    {
        var top = (Int128)from.Num * to.Den;
        var bottom = (Int128)from.Den * to.Num;
        return new(
            tick =>
            {
                var frame = from.NearestFrame(tick);
                return from.StartOf(frame) == tick ? to.StartOf(frame) : new Tick((long)Rounding.HalfToEven(tick.Value * top, bottom));
            },
            (double)top / (double)bottom);
    }

    public Scene Applied(Scene scene) => scene with
    {
        Objects = scene.Objects.ToImmutableSortedDictionary(o => o.Key, o => Applied(o.Value)),
        Warps = scene.Warps.ToImmutableSortedDictionary(w => w.Key, w => Applied(w.Value)),
    };

    private SceneObject Applied(SceneObject thing) =>
        thing.Channels.Values.All(c => c.Curve is null)
            ? thing
            : thing with
            {
                Channels = thing.Channels.ToImmutableSortedDictionary(
                    c => c.Key,
                    c => c.Value.Curve is { } curve ? c.Value with { Curve = Applied(curve, valuesAreTimes: false) } : c.Value),
            };

    private Warp Applied(Warp warp) => warp with { Curve = Applied(warp.Curve, valuesAreTimes: true) };

    private Curve Applied(Curve curve, bool valuesAreTimes)
    {
        var keys = ImmutableArray.CreateBuilder<Key>(curve.Keys.Length);
        foreach (var key in curve.Keys)
        {
            var time = Of(key.Time);
            if (keys.Count > 0 && time <= keys[^1].Time) time = new Tick(keys[^1].Time.Value + 1);
            if (!time.IsWithinReach) throw new Refusal("keys", "a key would land out of reach");
            keys.Add(key with
            {
                Time = time,
                Value = valuesAreTimes ? Of(new Tick((long)key.Value)).Value : key.Value,
                InHandle = Scaled(key.InHandle, valuesAreTimes),
                OutHandle = Scaled(key.OutHandle, valuesAreTimes),
            });
        }
        return curve.WithKeys(keys.MoveToImmutable());
    }

    private Handle Scaled(Handle handle, bool valuesAreTimes) =>
        valuesAreTimes
            ? Handle.BetweenTimes(handle.Ticks * Factor, handle.Value * Factor)
            : new(handle.Ticks * Factor, handle.Value);
}
