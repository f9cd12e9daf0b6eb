namespace ZestyReel.Formats.Bvh;

/// <summary>Goes through the words of a text, and knows the line of each.</summary>
internal sealed class BvhLines(string text)
{
    private int _at;

    /// <summary>The line of the word that was read last, counted from 1.</summary>
    public int Line { get; private set; } = 1;

    /// <summary>The next word, on whichever line it is; null at the end.</summary>
    public string? Word()
    {
        SkipSpace(overLines: true);
        var from = _at;
        // A brace is a word of its own, whether there is space about it or not.
        if (_at < text.Length && text[_at] is '{' or '}') _at++;
        else while (_at < text.Length && !char.IsWhiteSpace(text[_at]) && text[_at] is not ('{' or '}')) _at++;
        return _at > from ? text[from.._at] : null;
    }

    /// <summary>What is left of the line, up to a brace, without space about it.</summary>
    public string Rest()
    {
        SkipSpace(overLines: false);
        var from = _at;
        while (_at < text.Length && text[_at] is not ('\n' or '\r' or '{' or '}')) _at++;
        return text[from.._at].TrimEnd();
    }

    /// <summary>The next word of the same line; empty where there is none.</summary>
    public ReadOnlySpan<char> WordOfLine()
    {
        SkipSpace(overLines: false);
        var from = _at;
        while (_at < text.Length && !char.IsWhiteSpace(text[_at])) _at++;
        return text.AsSpan()[from.._at];
    }

    /// <summary>Goes to the next line that is not empty.</summary>
    /// <returns>Whether there is one.</returns>
    public bool ToNextLine()
    {
        SkipSpace(overLines: true);
        return _at < text.Length;
    }

    private void SkipSpace(bool overLines)
    {
        for (; _at < text.Length && char.IsWhiteSpace(text[_at]); _at++)
            if (text[_at] == '\n')
            {
                if (!overLines) return;
                Line++;
            }
    }
}
