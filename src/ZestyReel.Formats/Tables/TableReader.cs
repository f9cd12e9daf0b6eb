using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Tables;

/// <summary>
/// Reads tables of motion: a row for each moment with columns such as <c>Ferry position.x</c>; a row for each object and
/// moment, as is sent out; or a row for each value, as <c>sample</c> prints. The first row names the columns.
/// </summary>
public static class TableReader
{
    /// <summary>Most columns.</summary>
    public const int MostColumns = 2_000;

    /// <summary>Most values in all.</summary>
    public const int MostValues = 5_000_000;

    private const int LongestCell = 1_000, LongestLine = MostColumns * 40;

    private static readonly string[] FrameWords = ["frame", "frames"], SecondWords = ["seconds", "second", "time", "sec", "s"];

    // What may stand between an object and its channel in the name of a column.
    private static readonly char[] Between = ['/', '.', ':', '|', ' ', '_'];

    /// <exception cref="Refusal">It is no table of motion; its place is a line.</exception>
    public static Table Read(string text)
    {
        using var csv = new CsvParser(new StringReader(text), new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            DetectDelimiter = true, DetectDelimiterValues = [",", ";", "\t"], MaxFieldSize = LongestLine, BadDataFound = null, IgnoreBlankLines = true, TrimOptions = TrimOptions.Trim,
        });
        try
        {
            return csv.Read() && csv.Record is { } head ? Read(csv, Columns.Of(head)) : throw At(1, "the table is empty");
        }
        catch (CsvHelperException)
        {
            throw At(csv.RawRow, "that is no row of a table; is a quotation mark missing?");
        }
    }

    private static Table Read(CsvParser csv, Columns columns)
    {
        var series = new Dictionary<(string, string), (List<decimal> Times, List<double> Values)>();
        var (rows, values) = (0, 0);
        while (csv.Read())
        {
            var (line, record) = (csv.RawRow, csv.Record!);
            rows++;
            string Cell(int at) => at < record.Length ? record[at].Length <= LongestCell ? record[at] : throw At(line, "a cell is too long") : "";
            if (record.Length > columns.Names.Length) throw At(line, $"it has {record.Length} cells, and the first row has {columns.Names.Length}");
            var time = Time(Cell(columns.Time), line, columns.Names[columns.Time]);
            var thing = columns.Object is { } named ? Cell(named) : "";
            foreach (var at in columns.Values)
            {
                if (Cell(at) is not { Length: > 0 } cell) continue;
                if (!double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) || !double.IsFinite(value)) throw At(line, $"\"{Names.Shown(cell)}\" in {Names.Shown(columns.Names[at])} is no number; a decimal point is wanted");
                var key = (thing, columns.Channel is { } channel ? Cell(channel) : columns.Names[at]);
                if (!series.TryGetValue(key, out var into))
                {
                    if (series.Count >= MostColumns) throw At(line, $"more than {MostColumns} channels are too many");
                    series[key] = into = ([], []);
                }
                if (into.Times.Count > 0 && time <= into.Times[^1]) throw At(line, $"{columns.Names[columns.Time]} does not go on: {Shown(time)} comes after {Shown(into.Times[^1])}");
                if (++values > MostValues) throw At(line, $"more than {MostValues} values are too many");
                into.Times.Add(time);
                into.Values.Add(value);
            }
        }
        if (series.Count == 0) throw At(csv.RawRow, "there is no value in it");
        return new(columns.InSeconds, rows, [.. series.Select(each => Named(each.Key.Item1, each.Key.Item2, each.Value.Times, each.Value.Values))]);
    }

    private static string Shown(decimal time) => time.ToString("0.######", CultureInfo.InvariantCulture);

    private static TableSeries Named(string thing, string column, List<decimal> times, List<double> values)
    {
        if (thing.Length > 0) return new($"{thing} {column}", thing, IsChannel(column) ? column : null, times, values);
        // The longest end of the name that is a channel's.
        for (var at = 0; at < column.Length; at++)
        {
            if (at > 0 && !Between.Contains(column[at - 1])) continue;
            if (!IsChannel(column[at..])) continue;
            var name = column[..Math.Max(0, at - 1)].TrimEnd(Between);
            return new(column, name.Length > 0 ? name : null, column[at..], times, values);
        }
        return new(column, null, null, times, values);
    }

    private static bool IsChannel(string name) => name.Length <= 2 * Names.Longest && ChannelCatalogue.OfAnyKind(name) is not null;

    private static decimal Time(string cell, int line, string column) =>
        decimal.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out var time) ? time : throw At(line, $"\"{Names.Shown(cell)}\" in {Names.Shown(column)} is no time");

    private static Refusal At(int line, string reason) => new(string.Create(CultureInfo.InvariantCulture, $"line {line}"), reason);

    /// <summary>What the columns are.</summary>
    private sealed record Columns(string[] Names, int Time, bool InSeconds, int? Object, int? Channel, int[] Values)
    {
        public static Columns Of(string[] head)
        {
            if (head.Length > MostColumns) throw At(1, $"{head.Length} columns are too many; {MostColumns} are the most");
            if (Array.Exists(head, name => name.Length > LongestCell)) throw At(1, $"a column's name is longer than {LongestCell} characters");
            int? Find(params string[] words) => Array.FindIndex(head, name => words.Contains(name, StringComparer.OrdinalIgnoreCase)) is >= 0 and var at ? at : null;
            var (frames, seconds, thing, channel, value) = (Find(FrameWords), Find(SecondWords), Find("object"), Find("channel"), Find("value"));
            if ((frames ?? seconds) is not { } time) throw At(1, "no column is called frame or seconds");
            int?[] known = [frames, seconds, thing, Find("kind")];
            if (channel is not null && value is not null) return new(head, time, frames is null, thing, channel, [value.Value]);
            int[] values = [.. Enumerable.Range(0, head.Length).Where(at => !known.Contains(at) && head[at].Length > 0)];
            if (values.Select(at => head[at]).Distinct().Count() < values.Length) throw At(1, "two columns have the same name");
            return new(head, time, frames is null, thing, null, values);
        }
    }
}
