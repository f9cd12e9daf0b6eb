using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Geometry;

/// <summary>A text that is asked about.</summary>
/// <param name="Lines">What it says.</param>
/// <param name="Font">In which font.</param>
/// <param name="Align">How its lines stand.</param>
public sealed record TextRequest(string? Lines, TextFont Font = TextFont.Figtree, TextAlign Align = TextAlign.Centre)
{
    /// <summary>The text that is meant.</summary>
    /// <exception cref="Refusal">There can be none such.</exception>
    public TextBody Body() => Enum.IsDefined(Font) && Enum.IsDefined(Align)
        ? new(TextRules.Checked(Lines, "lines"), Font, Align)
        : throw new Refusal("font", "there is no such font or alignment");
}

/// <summary>The mesh of a text that is asked for.</summary>
/// <param name="Text">The text.</param>
/// <param name="Fineness">Into how many parts a curve is cut.</param>
/// <param name="Bevel">How far edges are cut off, in thousandths of the size.</param>
/// <param name="X">Into how many parts letters are cut along x, for each size that they are wide.</param>
/// <param name="Y">The same along y.</param>
/// <param name="Z">Into how many parts they are cut along z.</param>
public sealed record TextMeshRequest(TextRequest Text, int Fineness = 4, int Bevel = 0, int X = 1, int Y = 1, int Z = 1);

/// <summary>What a text's letters are.</summary>
/// <param name="Count">How many there are, without blanks.</param>
/// <param name="Missing">Which its font has no shape for, each once; twenty at the most.</param>
public sealed record LetterCount(int Count, string[] Missing);
