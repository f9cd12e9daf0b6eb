using System.Collections.Immutable;

namespace ZestyReel.Formats.Svg;

/// <summary>Draws outlines of cubic curves: lines and quadratic curves become such exactly, arcs to less than 3·10⁻⁵ of their radius.</summary>
internal sealed class OutlinePen(SvgMatrix matrix)
{
    private readonly List<SvgOutline> _done = [];
    private List<(double X, double Y)> _points = [];
    private (double X, double Y) _start, _at;

    /// <summary>Where it is, before the transform.</summary>
    public (double X, double Y) At => _at;

    /// <summary>What has been drawn.</summary>
    public ImmutableArray<SvgOutline> Finish()
    {
        End(isClosed: false);
        return [.. _done];
    }

    public void MoveTo((double X, double Y) to)
    {
        End(isClosed: false);
        _start = _at = to;
    }

    public void LineTo((double X, double Y) to) =>
        CubicTo(Between(_at, to, 1.0 / 3), Between(_at, to, 2.0 / 3), to);

    public void QuadTo((double X, double Y) control, (double X, double Y) to) =>
        CubicTo(Between(_at, control, 2.0 / 3), Between(to, control, 2.0 / 3), to);

    public void CubicTo((double X, double Y) one, (double X, double Y) two, (double X, double Y) to)
    {
        if (_points.Count == 0) _points.Add(matrix.Of(_at));
        _points.Add(matrix.Of(one));
        _points.Add(matrix.Of(two));
        _points.Add(matrix.Of(to));
        _at = to;
    }

    /// <summary>An elliptical arc, by the formulas of SVG 2, appendix B.2.4; an eighth of a turn at most to a cubic.</summary>
    public void ArcTo(double rx, double ry, double turned, bool isLarge, bool sweeps, (double X, double Y) to)
    {
        (rx, ry) = (Math.Abs(rx), Math.Abs(ry));
        if (to == _at) return;
        if (rx == 0 || ry == 0)
        {
            LineTo(to);
            return;
        }
        var (sin, cos) = Math.SinCos(turned * Math.PI / 180);
        double dx = (_at.X - to.X) / 2, dy = (_at.Y - to.Y) / 2;
        double x = cos * dx + sin * dy, y = -sin * dx + cos * dy;
        var reach = x * x / (rx * rx) + y * y / (ry * ry);
        if (reach > 1) (rx, ry) = (rx * Math.Sqrt(reach), ry * Math.Sqrt(reach));
        var left = Math.Max(0, rx * rx * ry * ry - rx * rx * y * y - ry * ry * x * x) / (rx * rx * y * y + ry * ry * x * x);
        var part = Math.Sqrt(left) * (isLarge == sweeps ? -1 : 1);
        double cx = part * rx * y / ry, cy = -part * ry * x / rx;
        var from = Math.Atan2((y - cy) / ry, (x - cx) / rx);
        var angle = Math.Atan2((-y - cy) / ry, (-x - cx) / rx) - from;
        if (sweeps && angle < 0) angle += 2 * Math.PI;
        else if (!sweeps && angle > 0) angle -= 2 * Math.PI;
        var (middleX, middleY) = (cos * cx - sin * cy + (_at.X + to.X) / 2, sin * cx + cos * cy + (_at.Y + to.Y) / 2);
        Arc(new SvgMatrix(cos * rx, sin * rx, -sin * ry, cos * ry, middleX, middleY), from, angle, to);
    }

    /// <summary>An arc of the unit circle seen through a transform.</summary>
    public void Arc(SvgMatrix circle, double from, double angle, (double X, double Y)? end = null)
    {
        var count = Math.Max(1, (int)Math.Ceiling(Math.Abs(angle) / (Math.PI / 4) - 1e-9));
        var step = angle / count;
        var handle = 4.0 / 3 * Math.Tan(step / 4);
        for (var i = 0; i < count; i++)
        {
            var ((s0, c0), (s1, c1)) = (Math.SinCos(from + i * step), Math.SinCos(from + (i + 1) * step));
            var to = i == count - 1 && end is { } there ? there : circle.Of((c1, s1));
            CubicTo(circle.Of((c0 - handle * s0, s0 + handle * c0)), circle.Of((c1 + handle * s1, s1 - handle * c1)), to);
        }
    }

    /// <summary>Goes back to where the outline started, and ends it.</summary>
    public void Close()
    {
        if (_at != _start) LineTo(_start);
        End(isClosed: true);
        _at = _start;
    }

    private void End(bool isClosed)
    {
        if (_points.Count > 1) _done.Add(new([.. _points], isClosed));
        _points = [];
    }

    private static (double X, double Y) Between((double X, double Y) a, (double X, double Y) b, double part) => (a.X + (b.X - a.X) * part, a.Y + (b.Y - a.Y) * part);
}
