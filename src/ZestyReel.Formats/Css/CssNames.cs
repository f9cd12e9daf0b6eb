namespace ZestyReel.Formats.Css;

/// <summary>Names of classes: small letters, digits and hyphens, none twice.</summary>
internal sealed class CssNames
{
    private readonly HashSet<string> _taken = [];

    /// <summary>A name for something; the same is never given again.</summary>
    public string For(string name)
    {
        var words = string.Concat(name.ToLowerInvariant().Select(letter => char.IsAsciiLetterOrDigit(letter) ? letter : ' ')).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var stem = words.Length == 0 ? "object" : string.Join('-', words);
        if (char.IsAsciiDigit(stem[0])) stem = "object-" + stem;
        var free = stem;
        for (var n = 2; !_taken.Add(free); n++) free = $"{stem}-{n}";
        return free;
    }
}
