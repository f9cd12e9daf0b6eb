using System.Text.RegularExpressions;

namespace ZestyReel.Formats.Svg;

/// <summary>A transform of the plane: a point (x, y) goes to (a·x + c·y + e, b·x + d·y + f), as SVG 2, chapter 8 has it.</summary>
internal readonly partial record struct SvgMatrix(double A, double B, double C, double D, double E, double F)
{
    public static readonly SvgMatrix Identity = new(1, 0, 0, 1, 0, 0);

    /// <summary>The inner transform seen through the outer one.</summary>
    public static SvgMatrix operator *(SvgMatrix m, SvgMatrix n) => new(
        m.A * n.A + m.C * n.B, m.B * n.A + m.D * n.B, m.A * n.C + m.C * n.D, m.B * n.C + m.D * n.D,
        m.A * n.E + m.C * n.F + m.E, m.B * n.E + m.D * n.F + m.F);

    /// <summary>Where a point goes.</summary>
    public (double X, double Y) Of((double X, double Y) at) => (A * at.X + C * at.Y + E, B * at.X + D * at.Y + F);

    public static SvgMatrix Moved(double x, double y) => new(1, 0, 0, 1, x, y);

    /// <summary>The transform that an attribute says; null where it cannot be read.</summary>
    public static SvgMatrix? Read(string text)
    {
        var all = Identity;
        var rest = Functions().Replace(text, "").Trim(' ', ',', '\t', '\r', '\n');
        if (rest.Length > 0) return null;
        foreach (Match match in Functions().Matches(text))
        {
            if (SvgNumbers.Read(match.Groups[2].Value) is not { } n || One(match.Groups[1].Value, n) is not { } one) return null;
            all *= one;
        }
        return all;
    }

    private static SvgMatrix? One(string name, double[] n)
    {
        static SvgMatrix Turned(double degrees)
        {
            var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
            return new(cos, sin, -sin, cos, 0, 0);
        }
        return (name, n.Length) switch
        {
            ("matrix", 6) => new(n[0], n[1], n[2], n[3], n[4], n[5]),
            ("translate", 1) => Moved(n[0], 0),
            ("translate", 2) => Moved(n[0], n[1]),
            ("scale", 1) => new(n[0], 0, 0, n[0], 0, 0),
            ("scale", 2) => new(n[0], 0, 0, n[1], 0, 0),
            ("rotate", 1) => Turned(n[0]),
            ("rotate", 3) => Moved(n[1], n[2]) * Turned(n[0]) * Moved(-n[1], -n[2]),
            ("skewX", 1) => new(1, 0, Math.Tan(n[0] * Math.PI / 180), 1, 0, 0),
            ("skewY", 1) => new(1, Math.Tan(n[0] * Math.PI / 180), 0, 1, 0, 0),
            _ => null,
        };
    }

    [GeneratedRegex(@"(matrix|translate|scale|rotate|skewX|skewY)\s*\(([^()]*)\)", RegexOptions.CultureInvariant, 1000)]
    private static partial Regex Functions();
}
