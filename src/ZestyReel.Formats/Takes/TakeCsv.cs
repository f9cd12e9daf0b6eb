using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using ZestyReel.Core;
using ZestyReel.Core.Takes;

namespace ZestyReel.Formats.Takes;

/// <summary>The samples of a take as CSV: <c>seconds</c>, <c>stamp</c> where its device has a clock, and its channels, with numbers that read back to the same double.</summary>
public static class TakeCsv
{
    private const string Seconds = "seconds", Stamp = "stamp";

    private static CsvConfiguration Settings => new(CultureInfo.InvariantCulture) { NewLine = "\n" };

    /// <summary>Writes the samples; gaps and what was lost are not in it.</summary>
    public static byte[] Write(Take take)
    {
        var file = new MemoryStream();
        using (var text = new StreamWriter(file, new UTF8Encoding(false), leaveOpen: true))
        using (var csv = new CsvWriter(text, Settings, leaveOpen: true))
        {
            csv.WriteField(Seconds);
            if (take.Stamps is not null) csv.WriteField(Stamp);
            foreach (var channel in take.Channels) csv.WriteField(channel);
            csv.NextRecord();
            for (var i = 0; i < take.Seconds.Length; i++)
            {
                csv.WriteField(Printed(take.Seconds[i]));
                if (take.Stamps is { } stamps) csv.WriteField(Printed(stamps[i]));
                foreach (var row in take.Values) csv.WriteField(Printed(row[i]));
                csv.NextRecord();
            }
        }
        return file.ToArray();
    }

    private static string Printed(double number) => number.ToString("R", CultureInfo.InvariantCulture);

    /// <summary>Reads what <see cref="Write"/> wrote.</summary>
    /// <exception cref="Refusal">It is no take.</exception>
    public static Take Read(byte[] file)
    {
        using var csv = new CsvReader(new StreamReader(new MemoryStream(file), Encoding.UTF8), Settings);
        try
        {
            if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not [Seconds, .. var names]) throw new Refusal("file", "it is no take");
            var isStamped = names is [Stamp, ..];
            ImmutableArray<string> channels = [.. isStamped ? names[1..] : names];
            var (seconds, stamps, rows) = (new List<double>(), new List<double>(), channels.Select(_ => new List<double>()).ToList());
            while (csv.Read())
            {
                if (seconds.Count > Take.MostSamples) throw new Refusal("file", "it has too many samples");
                var field = 0;
                double Next() => double.Parse(csv.GetField(field++) ?? "", NumberStyles.Float, CultureInfo.InvariantCulture);
                seconds.Add(Next());
                if (isStamped) stamps.Add(Next());
                foreach (var row in rows) row.Add(Next());
            }
            return new Take(channels, [.. seconds], [.. rows.Select(row => row.ToImmutableArray())], isStamped ? [.. stamps] : null, []).Checked();
        }
        catch (Exception wrong) when (wrong is CsvHelperException or FormatException)
        {
            throw new Refusal("file", "it is no take");
        }
    }
}
