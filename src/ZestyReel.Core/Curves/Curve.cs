using System.Collections.Immutable;
using System.Numerics;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Curves;

/// <summary>Keys in strictly rising time and what happens before and after them. Never empty, never changed.</summary>
public sealed class Curve
{
    /// <summary>The largest value a key can have, either way; keeps slopes finite.</summary>
    public const double LargestValue = 1e18;

    private readonly double _first, _last;
    private Segment[]? _segments;

    /// <exception cref="Refusal">There is no key, the times do not rise, a number is not finite, or a handle points the wrong way.</exception>
    public Curve(
        ImmutableArray<Key> keys, Extrapolation before = Extrapolation.Hold, Extrapolation after = Extrapolation.Hold)
    {
        if (keys.IsDefaultOrEmpty) throw new Refusal("keys", "a curve needs at least one key");
        Check(keys.AsSpan(), 0, keys.Length - 1);
        (Keys, Before, After) = (keys, before, after);
        (_first, _last) = (keys[0].Time.Value, keys[^1].Time.Value);
    }

    /// <summary>A curve that differs from a checked one by the keys around one place only.</summary>
    private Curve(ImmutableArray<Key> keys, Curve like, int at)
    {
        Check(keys.AsSpan(), Math.Max(0, at - 1), Math.Min(keys.Length - 1, at + 1));
        (Keys, Before, After) = (keys, like.Before, like.After);
        (_first, _last) = (keys[0].Time.Value, keys[^1].Time.Value);
    }

    /// <summary>The keys, in rising time; one at least.</summary>
    public ImmutableArray<Key> Keys { get; }
    /// <summary>What is there before the first key.</summary>
    public Extrapolation Before { get; }
    /// <summary>What is there after the last key.</summary>
    public Extrapolation After { get; }

    /// <summary>The resolved stretches between the keys, one fewer than there are keys.</summary>
    public ReadOnlySpan<Segment> Segments => _segments ??= Resolved();

    /// <summary>The value at a time in ticks, which may lie between ticks.</summary>
    public double ValueAt(double ticks)
    {
        var near = 0;
        return ValueAt(ticks, ref near);
    }

    /// <summary>As <see cref="ValueAt(double)"/>, quick for a run of near times.</summary>
    /// <param name="ticks">The time asked for.</param>
    /// <param name="near">A segment to look at first; set to the one found. Start with 0.</param>
    public double ValueAt(double ticks, ref int near)
    {
        if (ticks < _first) return Outside(ticks, Before, ref near);
        if (ticks > _last) return Outside(ticks, After, ref near);
        return Inside(ticks, ref near);
    }

    /// <summary>The values at a run of times in ticks, in any order; quickest where they rise.</summary>
    /// <param name="times">The times asked for.</param>
    /// <param name="values">Where the values go; as long as <paramref name="times"/>.</param>
    public void ValuesAt(ReadOnlySpan<double> times, Span<double> values)
    {
        var segments = Segments;
        var near = 0;
        for (var i = 0; i < times.Length;)
        {
            if (segments.Length == 0 || times[i] < _first || times[i] >= _last)
            {
                // What holds beyond the keys is the same all along.
                var isBefore = times[i] < _first;
                var beyond = i + 1;
                if ((isBefore ? Before : After) == Extrapolation.Hold && (isBefore || times[i] >= _last))
                {
                    beyond += isBefore ? Within(times[beyond..], double.NegativeInfinity, _first) : Within(times[beyond..], _last, double.PositiveInfinity);
                    values[i..beyond].Fill(isBefore ? Keys[0].Value : Keys[^1].Value);
                }
                else values[i] = ValueAt(times[i], ref near);
                i = beyond;
                continue;
            }
            var at = near;
            if ((uint)at >= (uint)segments.Length || times[i] < segments[at].Start || times[i] >= segments[at].End)
                at = at + 1 < segments.Length && times[i] >= segments[at + 1].Start && times[i] < segments[at + 1].End ? at + 1 : SegmentAt(times[i]);
            near = at;
            // All that follow within the same segment are worked out together.
            ref readonly var segment = ref segments[at];
            var end = i + Within(times[i..], segment.Start, segment.End);
            segment.ValuesAt(times[i..end], values[i..end]);
            i = end;
        }
    }

    /// <summary>How many times from the first on lie in a stretch, its end excluded; looked through several at once.</summary>
    private static int Within(ReadOnlySpan<double> times, double start, double end)
    {
        var i = 0;
        var (from, to) = (new Vector<double>(start), new Vector<double>(end));
        for (; i + Vector<double>.Count <= times.Length; i += Vector<double>.Count)
        {
            var each = new Vector<double>(times[i..]);
            if (!Vector.GreaterThanOrEqualAll(each, from) || !Vector.LessThanAll(each, to)) break;
        }
        while (i < times.Length && times[i] >= start && times[i] < end) i++;
        return i;
    }

    /// <summary>The index of the key at exactly this time, or the complement of where it would stand.</summary>
    public int IndexOf(Tick time)
    {
        int low = 0, high = Keys.Length - 1;
        while (low <= high)
        {
            var middle = (low + high) >>> 1;
            var order = Keys[middle].Time.CompareTo(time);
            if (order == 0) return middle;
            if (order < 0) low = middle + 1;
            else high = middle - 1;
        }
        return ~low;
    }

    /// <summary>The curve with other keys, and the same outside them; itself where they are its own, so that an edit that changes nothing is seen to.</summary>
    public Curve WithKeys(ImmutableArray<Key> keys) => !keys.IsDefault && keys.AsSpan().SequenceEqual(Keys.AsSpan()) ? this : new(keys, Before, After);

    /// <summary>The curve with the same keys, and something else outside them.</summary>
    public Curve Extrapolated(Extrapolation before, Extrapolation after) => (before, after) == (Before, After) ? this : new(Keys, before, after);

    /// <summary>The curve with one key more, or with another key at that one's time.</summary>
    public Curve WithKey(Key key)
    {
        var at = IndexOf(key.Time);
        if (at >= 0 && Keys[at] == key) return this;
        return at >= 0 ? new(Keys.SetItem(at, key), this, at) : new(Keys.Insert(~at, key), this, ~at);
    }

    /// <summary>Whether the handles on both sides of a key lie in one line, so that motion passes it without a corner.</summary>
    public bool IsJoined(int at)
    {
        if (at <= 0 || at >= Keys.Length - 1) return false;
        var (before, after) = (Segments[at - 1], Segments[at]);
        if (before.Held || after.Held || before.T2 == 1 || after.T1 == 0) return false;
        double arriving = before.SlopeAtEnd, leaving = after.SlopeAtStart;
        return Math.Abs(arriving - leaving) <= 1e-6 * (Math.Abs(arriving) + Math.Abs(leaving));
    }

    private double Inside(double ticks, ref int near)
    {
        var segments = Segments;
        if (segments.Length == 0 || ticks == _last) return Keys[^1].Value;
        var i = near;
        if ((uint)i >= (uint)segments.Length || ticks < segments[i].Start)
            i = SegmentAt(ticks);
        else if (ticks >= segments[i].Start + segments[i].Length)
        {
            i++;
            if (ticks >= segments[i].Start + segments[i].Length) i = SegmentAt(ticks);
        }
        near = i;
        ref readonly var segment = ref segments[i];
        return ticks == segment.Start ? segment.V0 : segment.ValueAt(ticks);
    }

    private double Outside(double ticks, Extrapolation how, ref int near)
    {
        var isBefore = ticks < _first;
        var end = isBefore ? Keys[0].Value : Keys[^1].Value;
        var period = _last - _first;
        if (how == Extrapolation.Hold || period == 0) return end;
        if (how == Extrapolation.Straight)
            return isBefore
                ? end + Segments[0].SlopeAtStart * (ticks - _first)
                : end + Segments[^1].SlopeAtEnd * (ticks - _last);

        // The remainder of two doubles is exact, so a cycle starts on its very tick.
        var whole = how == Extrapolation.Mirror ? 2 * period : period;
        var phase = (ticks - _first) % whole;
        if (phase < 0) phase += whole;
        if (how == Extrapolation.Mirror)
            return Inside(_first + (phase > period ? whole - phase : phase), ref near);
        var value = Inside(_first + phase, ref near);
        if (how == Extrapolation.Repeat) return value;
        var cycle = Math.Round((ticks - _first - phase) / period);
        return value + cycle * (Keys[^1].Value - Keys[0].Value);
    }

    /// <summary>The place of the segment that a time between the first key and the last lies in.</summary>
    internal int SegmentAt(double ticks)
    {
        var segments = Segments;
        int low = 0, high = segments.Length - 1;
        while (low < high)
        {
            var middle = (low + high + 1) >>> 1;
            if (segments[middle].Start <= ticks) low = middle;
            else high = middle - 1;
        }
        return low;
    }

    private Segment[] Resolved()
    {
        var keys = Keys.AsSpan();
        var segments = new Segment[keys.Length - 1];
        for (var i = 0; i < segments.Length; i++) segments[i] = Handles.Resolve(keys, i);
        return segments;
    }

    private static void Check(ReadOnlySpan<Key> keys, int from, int to)
    {
        for (var i = from; i <= to; i++) Check(keys, i);
    }

    private static void Check(ReadOnlySpan<Key> keys, int i)
    {
        ref readonly var key = ref keys[i];
        if (!key.Time.IsWithinReach) throw new Refusal($"keys[{i}]", "the time is out of reach");
        if (i > 0 && key.Time <= keys[i - 1].Time)
            throw new Refusal($"keys[{i}]", key.Time == keys[i - 1].Time
                ? "there is a key at this time already; give each key a time of its own"
                : "the key comes before the one ahead of it; write keys in rising time");
        if (!IsUsable(key.Value)) throw new Refusal($"keys[{i}].value", "the value is not a finite number within ±1e18");
        if (!double.IsFinite(key.InHandle.Ticks) || !IsUsable(key.InHandle.Value) || key.InHandle.Ticks > 0)
            throw new Refusal($"keys[{i}].inHandle", "an in handle reaches back in time: give a finite time of 0 or less");
        if (!double.IsFinite(key.OutHandle.Ticks) || !IsUsable(key.OutHandle.Value) || key.OutHandle.Ticks < 0)
            throw new Refusal($"keys[{i}].outHandle", "an out handle reaches ahead in time: give a finite time of 0 or more");
    }

    private static bool IsUsable(double value) => Math.Abs(value) <= LargestValue;
}
