using System.Collections.Immutable;
using System.Runtime.InteropServices;
using ZestyReel.Core.Curves;

namespace ZestyReel.Store.Packing;

/// <summary>Where the keys of a curve differ before and after an edit: everything outside is the same, bit by bit.</summary>
/// <param name="At">How many keys before the place are the same.</param>
/// <param name="Before">How many keys were there.</param>
/// <param name="After">How many are there now.</param>
internal readonly record struct KeysDiffering(int At, int Before, int After)
{
    public bool IsNone => Before == 0 && After == 0;

    public static KeysDiffering Between(ImmutableArray<Key> before, ImmutableArray<Key> after)
    {
        var shorter = Math.Min(before.Length, after.Length);
        var at = SameFromStart(before.AsSpan()[..shorter], after.AsSpan()[..shorter]);
        var end = 0;
        while (end < shorter - at && AreSame(before[^(end + 1)], after[^(end + 1)])) end++;
        return new(at, before.Length - at - end, after.Length - at - end);
    }

    // Whole stretches of memory at once; unused bytes between the fields may differ though the keys do not.
    private static int SameFromStart(ReadOnlySpan<Key> a, ReadOnlySpan<Key> b)
    {
        var at = 0;
        while (at < a.Length)
        {
            at += MemoryMarshal.AsBytes(a[at..]).CommonPrefixLength(MemoryMarshal.AsBytes(b[at..])) / System.Runtime.CompilerServices.Unsafe.SizeOf<Key>();
            if (at == a.Length || !AreSame(a[at], b[at])) break;
            at++;
        }
        return at;
    }

    // 0 and −0 are equal, but not the same.
    private static bool AreSame(in Key a, in Key b) =>
        a == b && IsSame(a.Value, b.Value) && IsSame(a.InHandle.Ticks, b.InHandle.Ticks) && IsSame(a.InHandle.Value, b.InHandle.Value)
        && IsSame(a.OutHandle.Ticks, b.OutHandle.Ticks) && IsSame(a.OutHandle.Value, b.OutHandle.Value);

    private static bool IsSame(double a, double b) => BitConverter.DoubleToInt64Bits(a) == BitConverter.DoubleToInt64Bits(b);
}
