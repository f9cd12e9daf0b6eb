using System.Globalization;

namespace ZestyReel.Core.Curves.Eases;

/// <summary>Reads and writes eases as CSS has them: <c>cubic-bezier(…)</c>, <c>linear(…)</c> and their keywords.</summary>
/// <remarks>CSS Easing Functions Level 2, https://www.w3.org/TR/css-easing-2/.</remarks>
public static class CssEasing
{
    /// <summary>The longest text that is read, in characters.</summary>
    public const int Longest = 10_000;

    private const int MostPoints = 1000;

    private static readonly (string Name, Func<string[], Ease> Read)[] Functions = [("linear", Linear), ("cubic-bezier", Cubic)];

    /// <exception cref="Refusal">The text is not such a function.</exception>
    public static Ease Read(string text)
    {
        if (text.Length > Longest) throw Wrong($"the text has {text.Length} characters; {Longest} are the most");
        var plain = text.Trim().TrimEnd(';').Trim().ToLowerInvariant();
        switch (plain)
        {
            case "linear": return Ease.Bezier(1.0 / 3, 1.0 / 3, 2.0 / 3, 2.0 / 3);
            case "ease": return Ease.Bezier(0.25, 0.1, 0.25, 1);
            case "ease-in": return Ease.Bezier(0.42, 0, 1, 1);
            case "ease-out": return Ease.Bezier(0, 0, 0.58, 1);
            case "ease-in-out": return Ease.Bezier(0.42, 0, 0.58, 1);
        }
        foreach (var (name, read) in Functions)
        {
            if (!plain.StartsWith(name + "(", StringComparison.Ordinal) || !plain.EndsWith(')')) continue;
            var parts = plain[(name.Length + 1)..^1];
            if (!string.IsNullOrWhiteSpace(parts) && parts.AsSpan().IndexOfAny("()") < 0) return read(parts.Split(',', StringSplitOptions.TrimEntries));
        }
        throw Wrong("write cubic-bezier(x1, y1, x2, y2), linear(…) or one of linear, ease, ease-in, ease-out, ease-in-out");
    }

    /// <summary>The stretch between two keys as CSS; several cubics become a <c>linear(…)</c> of samples.</summary>
    /// <exception cref="Refusal">The value at the end is that at the start, so that nothing tells how far the way is.</exception>
    public static string Write(ReadOnlySpan<Segment> run)
    {
        double v0 = run[0].V0, rise = run[^1].V3 - v0;
        if (rise == 0) throw new Refusal("keys", "the two keys have the same value; CSS needs a way from one value to another");
        if (run.Length == 1 && !run[0].Held)
            return string.Join(", ", new[] { run[0].T1, (run[0].V1 - v0) / rise, run[0].T2, (run[0].V2 - v0) / rise }.Select(Number))
                is var numbers ? $"cubic-bezier({numbers})" : "";
        double start = run[0].Start, length = run[^1].Start + run[^1].Length - start;
        var points = new List<string> { "0" };
        const int perSegment = 16;
        foreach (var segment in run)
        {
            string At(double time) => Number((time - start) / length * 100) + "%";
            if (segment.Held) points.Add($"{Number((segment.V0 - v0) / rise)} {At(segment.Start + segment.Length)}");
            else
                for (var k = 1; k < perSegment; k++)
                {
                    var time = segment.Start + segment.Length * k / perSegment;
                    points.Add($"{Number((segment.ValueAt(time) - v0) / rise)} {At(time)}");
                }
            points.Add($"{Number((segment.V3 - v0) / rise)} {At(segment.Start + segment.Length)}");
        }
        return $"linear({string.Join(", ", points)})";
    }

    private static Ease Cubic(string[] parts)
    {
        if (parts.Length != 4) throw Wrong($"cubic-bezier takes four numbers, not {parts.Length}");
        var n = Array.ConvertAll(parts, Value);
        if (n[0] is < 0 or > 1 || n[2] is < 0 or > 1) throw Wrong("the first and the third number are times, from 0 to 1");
        return Ease.Bezier(n[0], n[1], n[2], n[3]);
    }

    private static Ease Linear(string[] parts)
    {
        var points = new List<(double Output, double? Input)>();
        foreach (var part in parts)
        {
            var words = part.Split(' ', StringSplitOptions.RemoveEmptyEntries);
            var outputs = words.Where(word => !word.EndsWith('%')).ToList();
            var inputs = words.Where(word => word.EndsWith('%')).Select(word => Value(word[..^1]) / 100).ToList();
            if (outputs.Count != 1 || inputs.Count > 2) throw Wrong("each part of linear is a number and at most two percentages");
            var output = Value(outputs[0]);
            if (inputs.Count == 0) points.Add((output, null));
            foreach (var input in inputs) points.Add((output, input));
        }
        if (parts.Length < 2) throw Wrong("linear needs at least two numbers");
        if (points.Count > MostPoints) throw Wrong($"{points.Count} points are more than {MostPoints}");
        return Within(Filled(points));
    }

    /// <summary>Gives every point an input: the first has 0, the last 1, none comes before an earlier one, and the rest are spread evenly.</summary>
    private static List<(double Time, double Value)> Filled(List<(double Output, double? Input)> points)
    {
        var inputs = points.Select(p => p.Input).ToArray();
        inputs[0] ??= 0;
        inputs[^1] ??= Math.Max(1, inputs.Max() ?? 1);
        var largest = double.NegativeInfinity;
        for (var i = 0; i < inputs.Length; i++)
            if (inputs[i] is { } given) inputs[i] = largest = Math.Max(given, largest);
        for (var i = 1; i < inputs.Length; i++)
        {
            if (inputs[i] is not null) continue;
            var next = Array.FindIndex(inputs, i, input => input is not null);
            inputs[i] = inputs[i - 1] + (inputs[next] - inputs[i - 1]) / (next - i + 1);
        }
        return [.. points.Select((p, i) => (inputs[i]!.Value, p.Output))];
    }

    /// <summary>Only the part from 0 to 1, its ends on the line where it goes beyond.</summary>
    private static Ease Within(List<(double Time, double Value)> line)
    {
        if (line.TrueForAll(p => p.Time == line[0].Time)) line = [(0, line[^1].Value), (1, line[^1].Value)];
        // What comes before a jump that starts the line is as what comes right after it.
        if (line[0].Time > 0 && line[0].Time == line[1].Time) line = [(0, line[1].Value), .. line.Skip(1)];
        double At(double time)
        {
            // Of several points at a time the last counts; outside, the line goes on as its outermost part does.
            var after = line.FindIndex(p => p.Time > time);
            var (a, b) = after <= 0 ? (after < 0 ? (line[^2], line[^1]) : (line[0], line[1])) : (line[after - 1], line[after]);
            return b.Time == a.Time ? b.Value : a.Value + (b.Value - a.Value) * (time - a.Time) / (b.Time - a.Time);
        }
        var inside = line.Where(p => p.Time is >= 0 and <= 1).Select(p => new EasePoint(p.Time, p.Value)).ToList();
        if (inside.Count == 0 || inside[0].Time > 0) inside.Insert(0, new(0, At(0)));
        if (inside[^1].Time < 1) inside.Add(new(1, At(1)));
        return new([.. inside]);
    }

    private static double Value(string word) =>
        double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value)
            ? value
            : throw Wrong($"\"{Names.Shown(word)}\" is not a number");

    private static string Number(double value) => (Math.Round(value, 6) + 0.0).ToString("0.######", CultureInfo.InvariantCulture);

    private static Refusal Wrong(string reason) => new("css", reason);
}
