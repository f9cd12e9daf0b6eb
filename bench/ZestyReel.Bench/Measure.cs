using System.Diagnostics;
using System.Globalization;

namespace ZestyReel.Bench;

/// <summary>Times things and prints what it finds, one JSON object to a line.</summary>
internal static class Measure
{
    public static void Print(string name, double value, string unit) =>
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $$"""{"name":"{{name}}","value":{{Math.Round(value, 4)}},"unit":"{{unit}}"}"""));

    /// <summary>Milliseconds that each run took, in rising order; the first run warms up and is not counted.</summary>
    public static double[] Runs(int count, Action run)
    {
        run();
        var times = new double[count];
        for (var i = 0; i < count; i++)
        {
            var start = Stopwatch.GetTimestamp();
            run();
            times[i] = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        }
        Array.Sort(times);
        return times;
    }

    public static double Median(double[] sorted) => sorted[sorted.Length / 2];

    public static double Percentile95(double[] sorted) => sorted[(int)Math.Ceiling(sorted.Length * 0.95) - 1];
}
