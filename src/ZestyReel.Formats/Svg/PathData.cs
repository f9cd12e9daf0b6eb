namespace ZestyReel.Formats.Svg;

/// <summary>Reads the data of a path, by the grammar of SVG 2, chapter 9.3.</summary>
internal static class PathData
{
    /// <summary>Draws a path; false where its data cannot be read to its end. What came before the fault is drawn.</summary>
    public static bool Draw(string data, OutlinePen pen)
    {
        var numbers = new SvgNumbers(data);
        var command = '\0';
        // The control point of a smooth curve mirrors that of the one before, if that was of the same kind.
        var (lastCubic, lastQuad) = (((double X, double Y)?)null, ((double X, double Y)?)null);
        while (!numbers.IsAtEnd)
        {
            if (char.IsAsciiLetter(numbers.Peek()))
            {
                command = numbers.Peek();
                numbers.Skip();
                if (command is 'Z' or 'z')
                {
                    pen.Close();
                    (lastCubic, lastQuad) = (null, null);
                    command = '\0';
                    continue;
                }
            }
            var from = pen.At;
            var isRelative = char.IsAsciiLetterLower(command);
            (double X, double Y)? Point(ref SvgNumbers read) => (read.Next(), read.Next()) is ({ } x, { } y) ? isRelative ? (from.X + x, from.Y + y) : (x, y) : null;
            (double X, double Y) Mirrored((double X, double Y)? last) => last is { } point ? (2 * from.X - point.X, 2 * from.Y - point.Y) : from;
            var (cubic, quad) = (((double X, double Y)?)null, ((double X, double Y)?)null);
            switch (char.ToUpperInvariant(command))
            {
                case 'M' when Point(ref numbers) is { } to:
                    pen.MoveTo(to);
                    // More points after a move are lines.
                    command = isRelative ? 'l' : 'L';
                    break;
                case 'L' when Point(ref numbers) is { } to:
                    pen.LineTo(to);
                    break;
                case 'H' when numbers.Next() is { } x:
                    pen.LineTo((isRelative ? from.X + x : x, from.Y));
                    break;
                case 'V' when numbers.Next() is { } y:
                    pen.LineTo((from.X, isRelative ? from.Y + y : y));
                    break;
                case 'C' when Point(ref numbers) is { } one && Point(ref numbers) is { } two && Point(ref numbers) is { } to:
                    pen.CubicTo(one, two, to);
                    cubic = two;
                    break;
                case 'S' when Point(ref numbers) is { } two && Point(ref numbers) is { } to:
                    pen.CubicTo(Mirrored(lastCubic), two, to);
                    cubic = two;
                    break;
                case 'Q' when Point(ref numbers) is { } control && Point(ref numbers) is { } to:
                    pen.QuadTo(control, to);
                    quad = control;
                    break;
                case 'T' when Point(ref numbers) is { } to:
                    quad = Mirrored(lastQuad);
                    pen.QuadTo(quad.Value, to);
                    break;
                case 'A' when numbers.Next() is { } rx && numbers.Next() is { } ry && numbers.Next() is { } turned && numbers.Flag() is { } isLarge && numbers.Flag() is { } sweeps && Point(ref numbers) is { } to:
                    pen.ArcTo(rx, ry, turned, isLarge, sweeps, to);
                    break;
                default:
                    return false;
            }
            (lastCubic, lastQuad) = (cubic, quad);
        }
        return true;
    }
}
