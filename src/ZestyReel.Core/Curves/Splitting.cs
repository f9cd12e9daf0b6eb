using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Curves;

/// <summary>Puts a key on a curve without changing the curve.</summary>
/// <remarks>
/// A half of a cubic whose handles reach far past each other may want a handle longer than itself. The rules shorten
/// such a handle, so there, and only there, the halves are not quite the whole.
/// </remarks>
public static class Splitting
{
    /// <summary>The curve with a key at the time; the same curve where there is one already.</summary>
    public static Curve SplitAt(this Curve curve, Tick time)
    {
        var at = ~curve.IndexOf(time);
        if (at < 0) return curve;
        var keys = curve.Keys;
        if (at == 0 || at == keys.Length)
            return curve.WithKeys(KeptCourse.Of(curve, Outside(curve, time, at)));
        var (left, right) = (keys[at - 1], keys[at]);
        var segment = curve.Segments[at - 1];
        var (before, after) = segment.SplitAt(time.Value);
        var isStraight = left.Out == Interpolation.Linear && right.In == Interpolation.Linear;
        var all = keys.ToBuilder();
        if (segment.Held) all.Insert(at, new(time, segment.V0, Interpolation.Hold, Interpolation.Hold));
        else if (isStraight) all.Insert(at, new(time, before.V3, Interpolation.Linear, Interpolation.Linear));
        else
        {
            all[at - 1] = left with { Out = Interpolation.Free, OutHandle = before.OutHandle };
            all[at] = right with { In = Interpolation.Free, InHandle = after.InHandle };
            all.Insert(at, new(time, before.V3, Interpolation.Free, Interpolation.Free, before.InHandle, after.OutHandle));
        }
        return curve.WithKeys(KeptCourse.Of(curve, all.ToImmutable()));
    }

    private static ImmutableArray<Key> Outside(Curve curve, Tick time, int at)
    {
        var isBefore = at == 0;
        var end = isBefore ? curve.Keys[0] : curve.Keys[^1];
        var mode = (isBefore ? curve.Before : curve.After) switch
        {
            _ when end.In == Interpolation.Hold && end.Out == Interpolation.Hold => Interpolation.Hold,
            Extrapolation.Hold => Interpolation.Flat,
            Extrapolation.Straight => Interpolation.Linear,
            _ => Interpolation.Clamped,
        };
        var key = new Key(time, curve.ValueAt(time.Value), mode, mode);
        return isBefore
            ? [key, end with { In = mode }, .. curve.Keys.Skip(1)]
            : [.. curve.Keys.SkipLast(1), end with { Out = mode }, key];
    }
}
