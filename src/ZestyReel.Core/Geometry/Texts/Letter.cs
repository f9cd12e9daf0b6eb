using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>What stands for one letter, or for some that are written together. Measures are in sizes of the text.</summary>
/// <param name="Line">In which line, from 0.</param>
/// <param name="Characters">What it stands for.</param>
/// <param name="X">Where the pen is when it begins, against the text's origin.</param>
/// <param name="Y">The height of its line against the text's origin.</param>
/// <param name="Shift">How many times the spacing between letters it is moved along x.</param>
/// <param name="Glyphs">Its shapes, each with its place from pen and line.</param>
public sealed record Letter(int Line, string Characters, double X, double Y, double Shift, ImmutableArray<PlacedGlyph> Glyphs)
{
    /// <summary>Whether there is anything to be seen of it: a blank has nothing.</summary>
    public bool IsSeen(TextFont font) => Glyphs.Any(glyph => GlyphMesh.IsSeen(font, glyph.Glyph));

    /// <summary>The font has no shape for it: a box is shown instead.</summary>
    public bool IsMissing => Glyphs.Any(glyph => glyph.Glyph == 0);
}

/// <summary>A shape of a font within a letter; in sizes from its pen and line.</summary>
/// <param name="Glyph">Its number in the font; 0 is the one for what the font does not have.</param>
/// <param name="X">To the right.</param>
/// <param name="Y">Upwards.</param>
public readonly record struct PlacedGlyph(ushort Glyph, double X, double Y);
