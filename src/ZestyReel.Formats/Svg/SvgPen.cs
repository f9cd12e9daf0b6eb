using System.Globalization;
using System.Text;
using System.Xml;
using ZestyReel.Core;

namespace ZestyReel.Formats.Svg;

/// <summary>Writes a drawing.</summary>
internal sealed class SvgPen : IDisposable
{
    private readonly XmlWriter _svg;

    /// <summary>Begins it.</summary>
    public SvgPen(Stream into, double left, double top, double width, double height, int fontSize, string title)
    {
        _svg = XmlWriter.Create(into, new XmlWriterSettings { Encoding = new UTF8Encoding(false), Indent = true, NewLineChars = "\n" });
        _svg.WriteStartElement("svg", "http://www.w3.org/2000/svg");
        Say(("viewBox", $"{Number(left)} {Number(top)} {Number(width)} {Number(height)}"), ("width", Number(width)), ("height", Number(height)),
            ("font-family", "sans-serif"), ("font-size", Number(fontSize)));
        _svg.WriteElementString("title", title);
    }

    /// <summary>Begins a part with a name.</summary>
    public void Open(string title)
    {
        _svg.WriteStartElement("g");
        _svg.WriteElementString("title", title);
    }

    /// <summary>Ends it.</summary>
    public void Close() => _svg.WriteEndElement();

    /// <summary>A straight line.</summary>
    public void Line(double x1, double y1, double x2, double y2, string ink) =>
        Shape("line", ("x1", Number(x1)), ("y1", Number(y1)), ("x2", Number(x2)), ("y2", Number(y2)), ("stroke", ink));

    /// <summary>A line through points.</summary>
    /// <param name="points">The points.</param>
    /// <param name="ink">Its colour.</param>
    /// <param name="width">How wide it is.</param>
    /// <param name="isDashed">Whether it is dashed.</param>
    public void Way(IEnumerable<(double X, double Y)> points, string ink, double width = 1.5, bool isDashed = false)
    {
        (string, string) line = ("points", string.Join(' ', points.Select(p => $"{Number(p.X)},{Number(p.Y)}")));
        if (isDashed) Shape("polyline", line, ("fill", "none"), ("stroke", ink), ("stroke-width", Number(width)), ("stroke-dasharray", "7 4"));
        else Shape("polyline", line, ("fill", "none"), ("stroke", ink), ("stroke-width", Number(width)));
    }

    /// <summary>A dot.</summary>
    public void Dot(double x, double y, double radius, string ink) => Shape("circle", ("cx", Number(x)), ("cy", Number(y)), ("r", Number(radius)), ("fill", ink));

    /// <summary>Words.</summary>
    public void Text(double x, double y, string text, string ink, string anchor = "start")
    {
        _svg.WriteStartElement("text");
        Say(("x", Number(x)), ("y", Number(y)), ("text-anchor", anchor), ("fill", ink));
        _svg.WriteString(text);
        _svg.WriteEndElement();
    }

    /// <inheritdoc/>
    public void Dispose() => _svg.Dispose();

    private void Shape(string name, params ReadOnlySpan<(string Name, string Value)> attributes)
    {
        _svg.WriteStartElement(name);
        Say(attributes);
        _svg.WriteEndElement();
    }

    private void Say(params ReadOnlySpan<(string Name, string Value)> attributes)
    {
        foreach (var (name, value) in attributes) _svg.WriteAttributeString(name, value);
    }

    private static string Number(double value) => double.IsFinite(value) && Math.Abs(value) < 1e12
        ? (Math.Round(value, 2) + 0.0).ToString("0.##", CultureInfo.InvariantCulture)
        : throw new Refusal("objects", "something is further away than a picture reaches");
}
