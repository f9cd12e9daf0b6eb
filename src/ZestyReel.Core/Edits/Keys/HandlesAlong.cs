using System.Collections.Immutable;
using ZestyReel.Core.Curves;

namespace ZestyReel.Core.Edits;

/// <summary>Free handles that grow and shrink with their stretches where one end of those is moved, so that the shape stays.</summary>
internal static class HandlesAlong
{
    // Two handles whose slopes differ by less than this part are in line.
    private const double InLine = 1e-6;

    /// <summary>The keys of a curve, some of them moved, the handles between them and those that stay fitted to the new stretches.</summary>
    /// <param name="before">The keys as they stood, in rising time.</param>
    /// <param name="after">Each of them as it stands now, in the same order.</param>
    public static Key[] Fitted(ImmutableArray<Key> before, Key[] after)
    {
        var fitted = (Key[])after.Clone();
        for (var i = 0; i + 1 < after.Length; i++)
        {
            var (length, now) = ((double)(before[i + 1].Time - before[i].Time).Value, (double)(after[i + 1].Time - after[i].Time).Value);
            var (rise, riseNow) = (before[i + 1].Value - before[i].Value, after[i + 1].Value - after[i].Value);
            // Where one comes to stand beyond the other it is another stretch.
            if (now <= 0 || length == now && rise == riseNow) continue;
            var along = now / length;
            var up = rise == 0 || riseNow == 0 ? 1 : riseNow / rise;
            if (before[i].Out == Interpolation.Free) fitted[i] = fitted[i] with { OutHandle = Scaled(fitted[i].OutHandle, along, IsJoined(before[i]) ? along : up) };
            if (before[i + 1].In == Interpolation.Free) fitted[i + 1] = fitted[i + 1] with { InHandle = Scaled(fitted[i + 1].InHandle, along, IsJoined(before[i + 1]) ? along : up) };
        }
        return fitted;
    }

    private static Handle Scaled(Handle handle, double along, double up) => new(handle.Ticks * along, handle.Value * up);

    /// <summary>Whether both handles are in one line: that stays one.</summary>
    private static bool IsJoined(Key key)
    {
        if (key.In != Interpolation.Free || key.Out != Interpolation.Free || key.InHandle.Ticks == 0 || key.OutHandle.Ticks == 0) return false;
        var (arriving, leaving) = (key.InHandle.Value / key.InHandle.Ticks, key.OutHandle.Value / key.OutHandle.Ticks);
        return Math.Abs(arriving - leaving) <= InLine * Math.Max(Math.Abs(arriving), Math.Abs(leaving));
    }
}
