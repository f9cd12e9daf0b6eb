using ZestyReel.Core;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Svg;

/// <summary>The keys of the desk as a chart: a row for each channel with keys, its curve, a dot for each key, and the frames above.</summary>
public sealed class KeyChart : IOutgoingFormat
{
    private const int MostRows = 2_000, MostDots = 200_000, LongestName = 18;

    private const double Names = 210, Frames = 960, RowHeight = 44, Head = 34, Inset = 8, Dot = 3;

    private const string Ink = "#3a3630";

    /// <inheritdoc/>
    public string Ending => ".chart.svg";

    /// <inheritdoc/>
    public string Name => "Chart of keys and curves, SVG";

    /// <inheritdoc/>
    public string For => "A row for each channel with keys: its curve over the frames, and a dot for each key";

    /// <inheritdoc/>
    public string MediaType => "image/svg+xml";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.None;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) => [new("Everything but keys and curves", [], "stays behind")];

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => 1_000 + Rows(going).Sum(row => 2_500L + row.Channel.Curve!.Keys.Length * 60);

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        var rows = Rows(going).ToList();
        if (rows.Count == 0) throw new Refusal("objects", "there are no keys in that");
        if (rows.Count > MostRows || rows.Sum(row => (long)row.Channel.Curve!.Keys.Length) > MostDots) throw new Refusal("objects", $"a chart has {MostRows} rows and {MostDots} keys at the most; take fewer objects");
        var (first, last) = ((double)going.Moments[0].Value, (double)going.Moments[going.Moments.Count - 1].Value);
        double X(double ticks) => Names + (last > first ? (ticks - first) / (last - first) * Frames : 0);
        var (width, height) = (Names + Frames + 24, Head + rows.Count * RowHeight + 12);
        using var svg = new SvgPen(into, 0, 0, width, height, 12, $"Keys of {going.Scene.Settings.Name}");
        Ruler(svg, going, X, height);
        foreach (var (i, (thing, spec, channel)) in rows.Index())
        {
            stop.ThrowIfCancellationRequested();
            Row(svg, Head + i * RowHeight, Label(thing, spec), channel.Curve!, first, last, X);
            told((i + 1.0) / rows.Count);
        }
    }

    private static IEnumerable<(SceneObject Thing, ChannelSpec Spec, Channel Channel)> Rows(OutgoingScene going) =>
        from thing in going.Objects from spec in thing.Specs where thing.Channels.GetValueOrDefault(spec.Name) is { Curve: not null } select (thing, spec, thing.Channels[spec.Name]);

    private static string Label(SceneObject thing, ChannelSpec spec)
    {
        var name = thing.Name.Length <= LongestName ? thing.Name : $"{thing.Name[..(char.IsHighSurrogate(thing.Name[LongestName - 1]) ? LongestName - 1 : LongestName)]}…";
        return $"{name} · {spec.FullName}";
    }

    private static void Ruler(SvgPen svg, OutgoingScene going, Func<double, double> x, double height)
    {
        var count = Math.Min(12, going.Moments.Count - 1);
        for (var i = 0; i <= count; i++)
        {
            var at = count == 0 ? 0 : (int)Math.Round((double)i * (going.Moments.Count - 1) / count);
            var place = x(going.Moments[at].Value);
            svg.Line(place, Head - 8, place, height - 8, "#d5d0c4");
            svg.Text(place, Head - 14, going.Moments.FrameOf(at), Ink, "middle");
        }
    }

    private static void Row(SvgPen svg, double top, string name, Core.Curves.Curve curve, double first, double last, Func<double, double> x)
    {
        const int Points = 240;
        var values = new double[Points + 1];
        for (var i = 0; i <= Points; i++) values[i] = curve.ValueAt(first + (last - first) * i / Points);
        var keys = curve.Keys.Where(key => key.Time.Value >= first && key.Time.Value <= last).ToList();
        var (least, most) = (values.Concat(keys.Select(key => key.Value)).Min(), values.Concat(keys.Select(key => key.Value)).Max());
        double Y(double value) => top + RowHeight - Inset - (most > least ? (value - least) / (most - least) : 0.5) * (RowHeight - 2 * Inset);
        svg.Line(0, top + RowHeight, Names + Frames, top + RowHeight, "#e6e1d6");
        svg.Text(Names - 12, top + RowHeight / 2 + 4, name, Ink, "end");
        svg.Way(values.Select((value, i) => (x(first + (last - first) * i / Points), Y(value))), "#1f7a8c");
        foreach (var key in keys) svg.Dot(x(key.Time.Value), Y(key.Value), Dot, "#c8553d");
    }
}
