using System.Collections.Immutable;
using System.Runtime.CompilerServices;
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
        ref readonly Key a = ref MemoryMarshal.GetReference(before.AsSpan()), b = ref MemoryMarshal.GetReference(after.AsSpan());
        var at = 0;
        while (at < shorter && AreSame(in Unsafe.Add(ref Unsafe.AsRef(in a), at), in Unsafe.Add(ref Unsafe.AsRef(in b), at))) at++;
        var end = 0;
        while (end < shorter - at && AreSame(in Unsafe.Add(ref Unsafe.AsRef(in a), before.Length - end - 1), in Unsafe.Add(ref Unsafe.AsRef(in b), after.Length - end - 1))) end++;
        return new(at, before.Length - at - end, after.Length - at - end);
    }

    // As bits, for 0 and −0 are equal, but not the same; and without the bytes between the fields, which mean nothing.
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static bool AreSame(in Key x, in Key y) =>
        x.Time.Value == y.Time.Value && IsSame(x.Value, y.Value) && x.In == y.In && x.Out == y.Out
        && IsSame(x.InHandle.Ticks, y.InHandle.Ticks) && IsSame(x.InHandle.Value, y.InHandle.Value)
        && IsSame(x.OutHandle.Ticks, y.OutHandle.Ticks) && IsSame(x.OutHandle.Value, y.OutHandle.Value);

    private static bool IsSame(double a, double b) => BitConverter.DoubleToInt64Bits(a) == BitConverter.DoubleToInt64Bits(b);
}
