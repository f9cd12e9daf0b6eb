using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Tables;

/// <summary>Leads the columns of a table to objects and channels by the names that they have, where nobody chooses.</summary>
public static class TableNames
{
    /// <summary>How a table comes into a scene.</summary>
    /// <param name="table">The table.</param>
    /// <param name="objects">The scene's objects by their names.</param>
    /// <param name="first">The scene's first frame.</param>
    /// <param name="start">The frame on which the first row comes to stand; where it stands itself, or of seconds on the first frame, when left out.</param>
    /// <param name="grow">The scene range reaches to the last row.</param>
    /// <returns>That, and the columns that have no place.</returns>
    /// <exception cref="Refusal">No column has one.</exception>
    public static (TableBringing Bringing, IReadOnlyList<string> Left) Of(Table table, IReadOnlyDictionary<string, ObjectId> objects, long first, decimal? start, bool grow)
    {
        var loosely = objects.GroupBy(each => each.Key, StringComparer.OrdinalIgnoreCase).ToDictionary(same => same.Key, same => same.First().Value, StringComparer.OrdinalIgnoreCase);
        var (going, left) = (new List<(int, ObjectId, string)>(), new List<string>());
        foreach (var (i, column) in table.Columns.Index())
        {
            if (column is { Object: { } name, Channel: { } channel } && (objects.TryGetValue(name, out var thing) || loosely.TryGetValue(name, out thing))) going.Add((i, thing, channel));
            else left.Add(column.Name);
        }
        if (going.Count == 0) throw new Refusal("columns", $"no column names an object of the scene and a channel of it, as in \"Ferry position.x\"; there is {Names.Shown(string.Join(", ", left.Take(3)))}");
        return (new(going, start ?? (table.InSeconds ? first : table.Columns.Min(column => column.Times[0])), 0, 0, grow), left);
    }
}
