using System.Globalization;
using System.Text;
using ZestyReel.Core.Outgoing;

namespace ZestyReel.Formats.Usd;

/// <summary>Writes USD text, a line at a time.</summary>
internal sealed class UsdText(Stream into) : IDisposable
{
    // What stands deeper is not set in any further: it is only for the eye.
    private const int MostIndent = 16;

    private readonly StreamWriter _text = new(into, new UTF8Encoding(false), 1 << 16, leaveOpen: true) { NewLine = "\n" };
    private int _depth;

    /// <summary>Makes a word of a value.</summary>
    public delegate string Word<T>(in T value);

    /// <summary>A number that reads back to the same.</summary>
    public static string Number(double value) => value.ToString("R", CultureInfo.InvariantCulture);

    /// <inheritdoc cref="Number(double)"/>
    public static string Number(float value) => value.ToString("R", CultureInfo.InvariantCulture);

    /// <inheritdoc cref="Number(double)"/>
    public static string Number(int value) => value.ToString(CultureInfo.InvariantCulture);

    /// <summary>A text in quotation marks.</summary>
    public static string Quoted(string text) => $"\"{text.Replace("\\", "\\\\", StringComparison.Ordinal).Replace("\"", "\\\"", StringComparison.Ordinal)}\"";

    /// <summary>A line.</summary>
    public void Line(string line)
    {
        Indent();
        _text.WriteLine(line);
    }

    /// <summary>Begins what stands in braces.</summary>
    /// <param name="head">What stands before them.</param>
    /// <param name="about">What is said of it, in lines in parentheses.</param>
    public void Open(string head, params ReadOnlySpan<string> about)
    {
        Line(about.IsEmpty ? head : $"{head} (");
        foreach (var line in about) Line($"    {line}");
        if (!about.IsEmpty) Line(")");
        Line("{");
        _depth++;
    }

    /// <summary>Ends it.</summary>
    public void Close()
    {
        _depth--;
        Line("}");
    }

    /// <summary>An attribute: one value where it stays, else samples, of which those are left out that stand between equals.</summary>
    public void Samples<T>(string attribute, Moments moments, T[] values, Word<T> word)
    {
        var words = Array.ConvertAll(values, value => word(value));
        if (Array.TrueForAll(words, each => each == words[0]))
        {
            Line($"{attribute} = {words[0]}");
            return;
        }
        OpenSamples(attribute);
        for (var i = 0; i < words.Length; i++)
            if (i == 0 || i == words.Length - 1 || words[i] != words[i - 1] || words[i] != words[i + 1]) Line($"{moments.FrameOf(i)}: {words[i]},");
        Close();
    }

    /// <summary>Many values on a line, which may be long.</summary>
    /// <param name="head">What stands before them.</param>
    /// <param name="values">The values.</param>
    /// <param name="word">Makes a word of each.</param>
    /// <param name="end">What stands after them.</param>
    public void List<T>(string head, T[] values, Word<T> word, string end = "")
    {
        Indent();
        _text.Write(head);
        _text.Write('[');
        for (var i = 0; i < values.Length; i++)
        {
            if (i > 0) _text.Write(", ");
            _text.Write(word(in values[i]));
        }
        _text.Write(']');
        _text.WriteLine(end);
    }

    /// <summary>Begins the samples of an attribute.</summary>
    public void OpenSamples(string attribute)
    {
        Line($"{attribute}.timeSamples = {{");
        _depth++;
    }

    private void Indent()
    {
        for (var i = 0; i < Math.Min(_depth, MostIndent); i++) _text.Write("    ");
    }

    /// <inheritdoc/>
    public void Dispose() => _text.Dispose();
}
