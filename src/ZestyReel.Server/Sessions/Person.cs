using ZestyReel.Core;
using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>Checks what people and their windows call themselves.</summary>
public static class Person
{
    private const int LongestMark = 64, LongestName = 40;

    /// <exception cref="Refusal">A mark is too long or has odd characters, or the name is no name.</exception>
    public static Origin Checked(string? author, string? name, string? mark, string? window)
    {
        var called = string.IsNullOrWhiteSpace(name) ? null : Names.Checked(name, "name");
        if (called?.Length > LongestName) throw new Refusal("name", $"your name has {called.Length} characters; {LongestName} is the most");
        return new Origin(Mark(author, "author"), called, Mark(mark, "mark"), Mark(window, "window"));
    }

    /// <summary>The same person's edit with a mark of its own; an empty mark is none.</summary>
    /// <exception cref="Refusal">The mark is too long or has odd characters.</exception>
    public static Origin Marked(Origin who, string mark) => who with { Mark = Mark(mark, "mark") };

    private static string? Mark(string? text, string place)
    {
        if (string.IsNullOrEmpty(text)) return null;
        return text.Length <= LongestMark && text.All(letter => char.IsAsciiLetterOrDigit(letter) || letter is '-' or '_')
            ? text
            : throw new Refusal(place, $"it has letters, digits, - and _ only, and {LongestMark} at the most");
    }
}
