using System.Text;

namespace ZestyReel.Core.Geometry;

/// <summary>
/// Parts a line into stretches that are read one way, in the order in which they stand from left to right. The line goes as
/// its first letter does; what is neither goes with what is on both sides of it, else as the line. (A plainer rule than that
/// of Unicode Annex 9: stretches lie within the line, and nothing within them; figures go from left to right.)
/// </summary>
internal static class TextRuns
{
    public static List<(int First, int Length, bool RightToLeft)> Of(string line)
    {
        var ways = Ways(line);
        var isBack = ways.FirstOrDefault(way => way is not null) ?? false;
        var runs = new List<(int First, int Length, bool RightToLeft)>();
        for (var at = 0; at < line.Length;)
        {
            var way = Resolved(ways, at, isBack);
            var end = at + 1;
            while (end < line.Length && Resolved(ways, end, isBack) == way) end++;
            runs.Add((at, end - at, way));
            at = end;
        }
        if (isBack) runs.Reverse();
        return runs;
    }

    // Of each character: to the left, to the right, or neither.
    private static bool?[] Ways(string line)
    {
        var ways = new bool?[line.Length];
        var at = 0;
        foreach (var rune in line.EnumerateRunes())
        {
            bool? way = IsRightToLeft(rune.Value) ? true : Rune.IsLetterOrDigit(rune) ? false : null;
            for (var i = 0; i < rune.Utf16SequenceLength; i++) ways[at++] = way;
        }
        return ways;
    }

    private static bool Resolved(bool?[] ways, int at, bool line)
    {
        if (ways[at] is { } way) return way;
        var before = ways.AsSpan(0, at).LastIndexOfAnyExcept((bool?)null) is >= 0 and var b ? ways[b]!.Value : line;
        var after = ways.AsSpan(at).IndexOfAnyExcept((bool?)null) is >= 0 and var a ? ways[at + a]!.Value : line;
        return before == after ? before : line;
    }

    // Hebrew, Arabic and their kin, with their presentation forms; marks within go along.
    private static bool IsRightToLeft(int rune) => rune is >= 0x590 and <= 0x8FF or >= 0xFB1D and <= 0xFDFF or >= 0xFE70 and <= 0xFEFC or >= 0x10800 and <= 0x10FFF or >= 0x1E800 and <= 0x1EFFF or 0x200F;
}
