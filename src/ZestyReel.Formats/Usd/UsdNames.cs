using System.Text;

namespace ZestyReel.Formats.Usd;

/// <summary>Names as USD has them: letters, digits and underlines, none twice in a file.</summary>
/// <param name="taken">Names that are not given.</param>
internal sealed class UsdNames(params IEnumerable<string> taken)
{
    private readonly HashSet<string> _taken = [.. taken];

    /// <summary>A name for something; the same is never given again.</summary>
    public string For(string name)
    {
        var plain = new StringBuilder();
        foreach (var letter in name.Normalize(NormalizationForm.FormD))
        {
            if (char.IsAsciiLetterOrDigit(letter)) plain.Append(letter);
            else if (letter < 128 && plain.Length > 0 && plain[^1] != '_') plain.Append('_');
        }
        var stem = plain.ToString().TrimEnd('_');
        if (stem.Length == 0) stem = "Object";
        if (char.IsAsciiDigit(stem[0])) stem = "_" + stem;
        var free = stem;
        for (var n = 2; !_taken.Add(free); n++) free = $"{stem}_{n}";
        return free;
    }
}
