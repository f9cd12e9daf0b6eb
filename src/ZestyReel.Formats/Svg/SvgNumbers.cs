using System.Globalization;

namespace ZestyReel.Formats.Svg;

/// <summary>Reads numbers as SVG writes them: parted by spaces or commas, or by nothing where a sign or a second point parts them.</summary>
internal ref struct SvgNumbers(ReadOnlySpan<char> text)
{
    private ReadOnlySpan<char> _rest = text;

    /// <summary>All numbers of a text; null where there is something else in it.</summary>
    public static double[]? Read(string text)
    {
        var numbers = new SvgNumbers(text);
        var read = new List<double>();
        while (!numbers.IsAtEnd)
        {
            if (numbers.Next() is not { } number) return null;
            read.Add(number);
        }
        return [.. read];
    }

    /// <summary>A length in user units; null where it is none, or has a unit that says nothing here.</summary>
    public static double? Length(string text)
    {
        var numbers = new SvgNumbers(text);
        if (numbers.Next() is not { } number) return null;
        return number * (numbers._rest.Trim() switch
        {
            "" or "px" => 1,
            "in" => 96,
            "cm" => 96 / 2.54,
            "mm" => 96 / 25.4,
            "pt" => 96.0 / 72,
            "pc" => 16,
            _ => double.NaN,
        }) is var length && double.IsFinite(length) ? length : null;
    }

    /// <summary>Whether nothing is left but spaces and commas.</summary>
    public bool IsAtEnd
    {
        get
        {
            _rest = _rest.TrimStart(" ,\t\r\n\f");
            return _rest.IsEmpty;
        }
    }

    /// <summary>The next character that is no space or comma, left where it is.</summary>
    public char Peek() => IsAtEnd ? '\0' : _rest[0];

    /// <summary>Takes a character.</summary>
    public void Skip() => _rest = _rest[1..];

    /// <summary>The next number; null where there is none.</summary>
    public double? Next()
    {
        if (IsAtEnd) return null;
        var (end, hasPoint, hasPower) = (0, false, false);
        for (; end < _rest.Length; end++)
        {
            var c = _rest[end];
            if (char.IsAsciiDigit(c)) continue;
            if (c is '+' or '-' && (end == 0 || _rest[end - 1] is 'e' or 'E')) continue;
            if (c == '.' && !hasPoint && !hasPower) hasPoint = true;
            // An e that no number follows is the start of a unit.
            else if (c is 'e' or 'E' && !hasPower && end > 0 && end + 1 < _rest.Length && (char.IsAsciiDigit(_rest[end + 1]) || _rest[end + 1] is '+' or '-')) hasPower = true;
            else break;
        }
        if (!double.TryParse(_rest[..end], NumberStyles.Float, CultureInfo.InvariantCulture, out var number) || !double.IsFinite(number)) return null;
        _rest = _rest[end..];
        return number;
    }

    /// <summary>The next flag of an arc, 0 or 1, which nothing need part from what follows; null where there is none.</summary>
    public bool? Flag()
    {
        var c = Peek();
        if (c is not ('0' or '1')) return null;
        Skip();
        return c == '1';
    }
}
