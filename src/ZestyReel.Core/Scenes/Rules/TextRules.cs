using System.Globalization;

namespace ZestyReel.Core.Scenes;

/// <summary>What every text keeps to.</summary>
public static class TextRules
{
    /// <summary>Most characters of a text, line feeds among them.</summary>
    public const int Longest = 1000;

    /// <summary>Most lines of a text.</summary>
    public const int MostLines = 40;

    /// <exception cref="Refusal">The object says what none can, or is no text and says something.</exception>
    public static void Check(SceneObject thing)
    {
        if (thing.Kind != ObjectKind.Text)
        {
            if (thing.Text is not null) throw new Refusal("text", $"a {thing.Kind.ToString().ToLowerInvariant()} has no text");
            return;
        }
        if (thing.Text is not { } text) throw new Refusal("text", "a text needs something to say");
        if (Checked(text.Lines, "text") != text.Lines) throw new Refusal("text", "lines are parted by line feeds alone");
        if (!Enum.IsDefined(text.Font)) throw new Refusal("font", "there is no such font");
        if (!Enum.IsDefined(text.Align)) throw new Refusal("align", "lines begin, end or have their middle at the origin");
    }

    /// <summary>Lines as they are kept: parted by line feeds, tabs as blanks.</summary>
    /// <exception cref="Refusal">They are too many, too long, blank, or no text.</exception>
    public static string Checked(string? lines, string place)
    {
        if (lines is null) throw new Refusal(place, "a text needs something to say");
        if (lines.Length > 2 * Longest) throw TooLong(place, lines.Length);
        if (lines.Index().Any(each => char.IsSurrogate(each.Item) && !IsPaired(lines, each.Index))) throw new Refusal(place, "half a character stands in the text");
        var known = lines.ReplaceLineEndings("\n").Replace('\t', ' ');
        if (known.Length > Longest) throw TooLong(place, known.Length);
        if (string.IsNullOrWhiteSpace(known)) throw new Refusal(place, "a text needs at least one letter");
        if (known.Any(c => c != '\n' && char.GetUnicodeCategory(c) == UnicodeCategory.Control)) throw new Refusal(place, "a control character stands in the text");
        if (known.Count(c => c == '\n') >= MostLines) throw new Refusal(place, $"a text has {MostLines} lines at the most");
        return known;
    }

    private static Refusal TooLong(string place, int length) => new(place, $"the text has {length} characters; {Longest} is the most");

    private static bool IsPaired(string text, int at) => char.IsHighSurrogate(text[at])
        ? at + 1 < text.Length && char.IsLowSurrogate(text[at + 1])
        : at > 0 && char.IsHighSurrogate(text[at - 1]);
}
