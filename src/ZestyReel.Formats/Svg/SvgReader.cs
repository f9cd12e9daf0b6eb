using System.Xml;
using System.Xml.Linq;
using ZestyReel.Core;

namespace ZestyReel.Formats.Svg;

/// <summary>Reads the outlines of an SVG file: of every path, line, polyline, polygon, rect, circle and ellipse that is drawn, through all transforms.</summary>
public static class SvgReader
{
    /// <summary>The largest file taken, in bytes.</summary>
    public const int LargestFile = 8_000_000;

    /// <summary>Most outlines taken from a file, and most curves of all together.</summary>
    public const int MostOutlines = 2_000, MostCurves = 20_000;

    private const int MostLeftOut = 100, Deepest = 100;

    private static readonly HashSet<string> Undrawn = ["defs", "symbol", "clipPath", "mask", "pattern", "marker", "linearGradient", "radialGradient", "filter"];

    /// <summary>Elements that hold nothing that could be drawn, of which nobody need be told.</summary>
    private static readonly HashSet<string> Silent = ["title", "desc", "metadata", "style", "script"];

    /// <exception cref="Refusal">It is no SVG, or too large.</exception>
    public static SvgDrawing Read(ReadOnlyMemory<byte> file)
    {
        if (file.Length > LargestFile) throw new Refusal("file", $"the file is larger than {LargestFile / 1_000_000} MB, the most that is taken");
        var reading = new Reading();
        try
        {
            // Nothing outside the file is fetched, and no entity grows.
            var settings = new XmlReaderSettings { DtdProcessing = DtdProcessing.Ignore, XmlResolver = null, MaxCharactersInDocument = LargestFile };
            using var text = new MemoryStream(file.ToArray());
            using var xml = XmlReader.Create(text, settings);
            while (xml.Read())
                if (xml.Depth > Deepest) throw new Refusal("file", $"elements lie more than {Deepest} deep within each other");
            text.Position = 0;
            using var again = XmlReader.Create(text, settings);
            var root = XDocument.Load(again).Root;
            if (root?.Name.LocalName != "svg") throw new Refusal("file", "this is no SVG: it does not begin with an svg element");
            reading.Group(root, SvgMatrix.Identity);
        }
        catch (XmlException wrong)
        {
            throw new Refusal("file", $"this is no SVG as it should be: {Names.Shown(wrong.Message)}");
        }
        return new([.. reading.Outlines], [.. reading.LeftOut]);
    }

    private sealed class Reading
    {
        private int _curves;

        public List<SvgNamed> Outlines { get; } = [];

        public List<SvgLeftOut> LeftOut { get; } = [];

        public void Group(XElement group, SvgMatrix outer)
        {
            foreach (var element in group.Elements()) Take(element, outer);
        }

        private void Take(XElement element, SvgMatrix outer)
        {
            var kind = element.Name.LocalName;
            var name = element.Attribute("id")?.Value is { Length: > 0 } id ? id : kind;
            if (Silent.Contains(kind) || element.Name.NamespaceName is not ("" or "http://www.w3.org/2000/svg")) return;
            if (Undrawn.Contains(kind))
            {
                if (element.HasElements) Leave(name, $"what is in a {kind} is not drawn itself");
                return;
            }
            if (IsHidden(element))
            {
                Leave(name, "it is not displayed");
                return;
            }
            if (element.Attribute("transform")?.Value is { } text)
            {
                if (SvgMatrix.Read(text) is not { } own)
                {
                    Leave(name, "its transform cannot be read");
                    return;
                }
                outer *= own;
            }
            switch (kind)
            {
                case "g" or "a" or "switch":
                    Group(element, outer);
                    break;
                case "svg":
                    Group(element, outer * SvgMatrix.Moved(Number(element, "x") ?? 0, Number(element, "y") ?? 0));
                    break;
                case "path" or "line" or "polyline" or "polygon" or "rect" or "circle" or "ellipse":
                    Draw(element, kind, name, outer);
                    break;
                default:
                    Leave(name, kind switch { "text" => "a text has no outline of its own", "image" => "an image has no outline", "use" => "what is used again is taken once only, where it is drawn itself", _ => $"a {Names.Shown(kind)} is no shape" });
                    break;
            }
        }

        private void Draw(XElement element, string kind, string name, SvgMatrix outer)
        {
            var pen = new OutlinePen(outer);
            if (Drawn(element, kind, pen) is { } fault) Leave(name, fault);
            foreach (var outline in pen.Finish())
            {
                if (outline.Points.Any(point => !(Math.Abs(point.X) < 1e12 && Math.Abs(point.Y) < 1e12)))
                {
                    Leave(name, "it lies out of reach");
                    continue;
                }
                if (outline.Points.All(point => point == outline.Points[0]))
                {
                    Leave(name, "it is a point");
                    continue;
                }
                _curves += outline.Count;
                if (Outlines.Count >= MostOutlines || _curves > MostCurves) throw new Refusal("file", $"the file has more than {MostOutlines} outlines, or more than {MostCurves} curves; bring in a part of it");
                Outlines.Add(new(name, outline));
            }
        }

        /// <summary>Draws a shape. @returns what is wrong with it, if anything.</summary>
        private static string? Drawn(XElement element, string kind, OutlinePen pen)
        {
            double At(string attribute) => Number(element, attribute) ?? 0;
            switch (kind)
            {
                case "path":
                    if (element.Attribute("d")?.Value is not { } data || data.Trim().Length == 0) return "it has no data";
                    return PathData.Draw(data, pen) ? null : "its data cannot be read to the end";
                case "line":
                    pen.MoveTo((At("x1"), At("y1")));
                    pen.LineTo((At("x2"), At("y2")));
                    return null;
                case "polyline" or "polygon":
                    if (SvgNumbers.Read(element.Attribute("points")?.Value ?? "") is not { Length: >= 4 } points) return "it has fewer than two points";
                    pen.MoveTo((points[0], points[1]));
                    for (var i = 2; i + 1 < points.Length; i += 2) pen.LineTo((points[i], points[i + 1]));
                    if (kind == "polygon") pen.Close();
                    return null;
                case "rect":
                    var (w, h) = (At("width"), At("height"));
                    if (!(w > 0 && h > 0)) return "it has no width or no height";
                    var rx = Number(element, "rx") ?? Number(element, "ry") ?? 0;
                    var ry = Number(element, "ry") ?? rx;
                    Rect(pen, At("x"), At("y"), w, h, Math.Clamp(rx, 0, w / 2), Math.Clamp(ry, 0, h / 2));
                    return null;
                default:
                    var (across, down) = kind == "circle" ? (At("r"), At("r")) : (At("rx"), At("ry"));
                    if (!(across > 0 && down > 0)) return "it has no radius";
                    pen.MoveTo((At("cx") + across, At("cy")));
                    pen.Arc(new(across, 0, 0, down, At("cx"), At("cy")), 0, 2 * Math.PI, (At("cx") + across, At("cy")));
                    pen.Close();
                    return null;
            }
        }

        private static void Rect(OutlinePen pen, double x, double y, double w, double h, double rx, double ry)
        {
            pen.MoveTo((x + rx, y));
            void Side((double, double) to, (double, double) corner)
            {
                if (pen.At != to) pen.LineTo(to);
                if (rx > 0 && ry > 0) pen.ArcTo(rx, ry, 0, isLarge: false, sweeps: true, corner);
            }
            Side((x + w - rx, y), (x + w, y + ry));
            Side((x + w, y + h - ry), (x + w - rx, y + h));
            Side((x + rx, y + h), (x, y + h - ry));
            Side((x, y + ry), (x + rx, y));
            pen.Close();
        }

        private static double? Number(XElement element, string attribute) =>
            element.Attribute(attribute)?.Value is { } text ? SvgNumbers.Length(text) : null;

        private static bool IsHidden(XElement element) =>
            element.Attribute("display")?.Value.Trim() == "none" || (element.Attribute("style")?.Value ?? "").Replace(" ", "", StringComparison.Ordinal).Contains("display:none", StringComparison.Ordinal);

        private void Leave(string name, string why)
        {
            if (LeftOut.Count < MostLeftOut) LeftOut.Add(new(Names.Shown(name), why));
        }
    }
}
