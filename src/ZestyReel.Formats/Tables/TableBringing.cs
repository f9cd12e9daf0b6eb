using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.Tables;

/// <summary>How a table is brought into a scene.</summary>
/// <param name="Columns">Which of its columns go where.</param>
/// <param name="Start">The frame on which its first row comes to stand.</param>
/// <param name="Tolerance">See <see cref="BringTable"/>.</param>
/// <param name="Degrees">See <see cref="BringTable"/>.</param>
/// <param name="Grow">See <see cref="BringTable"/>.</param>
public sealed record TableBringing(IReadOnlyList<(int Column, ObjectId Object, string Channel)> Columns, decimal Start, double Tolerance, double Degrees, bool Grow)
{
    /// <summary>The edit for a table.</summary>
    /// <exception cref="Refusal">A column is not there, or a time is out of reach.</exception>
    public BringTable Of(Table table, FrameRate rate)
    {
        var first = table.Columns.Min(column => column.Times[0]);
        Tick At(decimal time)
        {
            if (!table.InSeconds) return rate.At(Start + time - first, "start");
            var seconds = time - first;
            return Math.Abs(seconds) < 1e9m ? new(rate.At(Start, "start").Value + (long)Math.Round(seconds * Tick.PerSecond, MidpointRounding.ToEven)) : throw new Refusal("file", "a time in it is out of reach");
        }
        return new([.. Columns.Select(each =>
        {
            if (each.Column < 0 || each.Column >= table.Columns.Count) throw new Refusal("columns", "there is no such column");
            var series = table.Columns[each.Column];
            return new TableCurve(each.Object, each.Channel, [.. series.Times.Select(At)], [.. series.Values]);
        })], Tolerance, Degrees, Grow);
    }
}
