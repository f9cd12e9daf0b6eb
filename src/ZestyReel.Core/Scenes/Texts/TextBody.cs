namespace ZestyReel.Core.Scenes;

/// <summary>What a text says, and in which letters.</summary>
/// <param name="Lines">Its lines, parted by line feeds.</param>
/// <param name="Font">The font.</param>
/// <param name="Align">How its lines stand.</param>
public sealed record TextBody(string Lines, TextFont Font = TextFont.Figtree, TextAlign Align = TextAlign.Centre)
{
    /// <summary>What a new text says.</summary>
    public static readonly TextBody Usual = new("Text");
}
