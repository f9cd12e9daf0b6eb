using System.Runtime.InteropServices;
using ZestyReel.Core.Curves;

namespace ZestyReel.Server.Wire;

/// <summary>Keys as they travel: in columns, with their handles as they are drawn.</summary>
public static class KeyWire
{
    /// <summary>Bytes of a key: time and value, four handles, and its modes.</summary>
    public const int KeySize = 2 * sizeof(double) + 4 * sizeof(float) + 1;

    /// <summary>The keys of a curve but for some at its start and its end; null where there is no curve.</summary>
    public static byte[]? Keys(Curve? curve, int head, int tail)
    {
        if (curve is null) return null;
        var keys = curve.Keys.AsSpan()[head..^tail];
        var n = keys.Length;
        var bytes = new byte[n * KeySize];
        var times = MemoryMarshal.Cast<byte, double>(bytes.AsSpan(0, n * 8));
        var values = MemoryMarshal.Cast<byte, double>(bytes.AsSpan(n * 8, n * 8));
        var handles = MemoryMarshal.Cast<byte, float>(bytes.AsSpan(n * 16, n * 16));
        var modes = bytes.AsSpan(n * 32);
        var segments = curve.Segments;
        for (var i = 0; i < n; i++)
        {
            times[i] = keys[i].Time.Value;
            // One zero, not two, here and below: what travels is the same wherever it is the same.
            values[i] = keys[i].Value + 0.0;
            modes[i] = (byte)((int)keys[i].In | (int)keys[i].Out << 4);
            (handles[i * 4], handles[i * 4 + 1], handles[i * 4 + 2], handles[i * 4 + 3]) = Handles(segments, head + i);
        }
        return bytes;
    }

    /// <summary>How many keys at the start and at the end of two curves travel as the same.</summary>
    public static (int Head, int Tail) Same(Curve before, Curve now)
    {
        ReadOnlySpan<Key> a = before.Keys.AsSpan(), b = now.Keys.AsSpan();
        ReadOnlySpan<Segment> c = before.Segments, d = now.Segments;
        var (shorter, head, tail) = (Math.Min(a.Length, b.Length), 0, 0);
        while (head < shorter && IsSame(a[head], b[head]) && Handles(c, head) == Handles(d, head)) head++;
        while (tail < shorter - head && IsSame(a[^(tail + 1)], b[^(tail + 1)]) && Handles(c, a.Length - tail - 1) == Handles(d, b.Length - tail - 1)) tail++;
        return (head, tail);
    }

    private static bool IsSame(in Key x, in Key y) => (x.Time, x.Value, x.In, x.Out) == (y.Time, y.Value, y.In, y.Out);

    /// <summary>The handles of a key as they are drawn, offsets from it: ticks and value of the one that arrives, and of the one that leaves; 0 where nothing bends.</summary>
    private static (float, float, float, float) Handles(ReadOnlySpan<Segment> segments, int at)
    {
        var (inTicks, inValue, outTicks, outValue) = (0f, 0f, 0f, 0f);
        if (at > 0 && segments[at - 1] is { Held: false } arriving) (inTicks, inValue) = ((float)((arriving.T2 - 1) * arriving.Length), (float)(arriving.V2 - arriving.V3));
        if (at < segments.Length && segments[at] is { Held: false } leaving) (outTicks, outValue) = ((float)(leaving.T1 * leaving.Length), (float)(leaving.V1 - leaving.V0));
        return (inTicks + 0f, inValue + 0f, outTicks + 0f, outValue + 0f);
    }
}
