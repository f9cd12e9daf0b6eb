namespace ZestyReel.Core;

/// <summary>What people may call scenes, objects and warps.</summary>
public static class Names
{
    /// <summary>Most characters of a name.</summary>
    public const int Longest = 80;

    /// <summary>The name without blanks around it.</summary>
    /// <exception cref="Refusal">The name is empty, too long, or has a character that names cannot have.</exception>
    public static string Checked(string? name, string place)
    {
        var trimmed = name?.Trim() ?? "";
        if (trimmed.Length == 0) throw new Refusal(place, "the name is empty; give it at least one letter");
        if (trimmed.Length > Longest) throw new Refusal(place, $"the name has {trimmed.Length} characters; {Longest} is the most");
        foreach (var letter in trimmed)
        {
            // '/' parts an object from its channel in the scene file; the brackets have no place in a name and much in an attack.
            if (letter is '/' or '<' or '>')
                throw new Refusal(place, $"a name cannot have the character {letter}");
            if (char.IsControl(letter) || char.IsSurrogate(letter) && !IsPaired(trimmed))
                throw new Refusal(place, "a name cannot have control characters");
        }
        return trimmed;
    }

    /// <summary>The name itself if it is free, or the name with the next free number.</summary>
    public static string Free(string wanted, IReadOnlySet<string> taken)
    {
        if (!taken.Contains(wanted)) return wanted;
        var stem = StemOf(wanted);
        for (var n = 2; ; n++)
            if (!taken.Contains($"{stem} {n}")) return $"{stem} {n}";
    }

    /// <summary>What comes before the number that a name is made free with.</summary>
    internal static string StemOf(string wanted)
    {
        var stem = wanted.TrimEnd("0123456789".ToCharArray()).TrimEnd();
        if (stem.Length == 0) stem = wanted;
        return Cut(stem, Longest - 8);
    }

    /// <summary>A name out of a foreign file as one that things can have here; another one where nothing is left of it.</summary>
    public static string Made(string? foreign, string otherwise)
    {
        var letters = Cut(foreign ?? "", 4 * Longest).Select(letter => letter switch { '/' => '_', '<' => '(', '>' => ')', _ => char.IsControl(letter) ? ' ' : letter });
        var made = Cut(string.Concat(letters).Trim(), Longest);
        return made.Length == 0 || !IsPaired(made) ? otherwise : made;
    }

    /// <summary>Foreign text made short enough for a message.</summary>
    public static string Shown(string text) => text.Length <= 40 ? text : Cut(text, 40) + "…";

    // Never between the two halves of a character.
    private static string Cut(string text, int length) =>
        text.Length <= length ? text : text[..(char.IsHighSurrogate(text[length - 1]) ? length - 1 : length)].TrimEnd();

    private static bool IsPaired(string text)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (char.IsHighSurrogate(text[i]))
            {
                if (i + 1 >= text.Length || !char.IsLowSurrogate(text[++i])) return false;
            }
            else if (char.IsLowSurrogate(text[i])) return false;
        }
        return true;
    }
}
