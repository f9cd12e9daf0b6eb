using System.Text.RegularExpressions;

namespace ZestyReel.Core.Scenes;

/// <summary>Names a file that a scene needs: the SHA-256 of its bytes, as 64 hexadecimal digits in lower case.</summary>
public readonly partial record struct AssetHash
{
    private readonly string? _digits;

    private AssetHash(string digits) => _digits = digits;

    /// <summary>Reads a name.</summary>
    /// <exception cref="Refusal">It is none.</exception>
    public static AssetHash Parse(string? text, string place = "asset") =>
        text is not null && Shape().IsMatch(text) ? new(text) : throw new Refusal(place, "a file is named by the 64 hexadecimal digits of its SHA-256, in lower case");

    /// <summary>Whether a text is such a name.</summary>
    public static bool IsOne(string text) => Shape().IsMatch(text);

    /// <inheritdoc/>
    public override string ToString() => _digits ?? "";

    [GeneratedRegex(@"\A[0-9a-f]{64}\z")]
    private static partial Regex Shape();
}
