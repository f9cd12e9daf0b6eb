using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>The mesh of a text, letter by letter.</summary>
internal static class TextMesh
{
    /// <summary>Most vertices of a text; what would have more is cut more coarsely.</summary>
    public const int MostVertices = 400_000;

    public static ShapeMesh Of(TextBody text, TextCut cut)
    {
        var letters = TextLayout.Of(text);
        while (Guess(letters, cut) > MostVertices && cut.Coarser() is var coarser && coarser != cut) cut = coarser;
        var (rings, spreads, normals, indices) = (new List<Vector>(), new List<Vector>(), new List<Vector>(), new List<int>());
        foreach (var letter in letters)
            foreach (var shape in letter.Glyphs)
            {
                var glyph = GlyphMesh.Of(text.Font, shape.Glyph, cut);
                var (first, at) = (rings.Count, new Vector(letter.X + shape.X, letter.Y + shape.Y, 0));
                for (var i = 0; i < glyph.Positions.Length; i++)
                {
                    rings.Add(glyph.Positions[i] + at);
                    spreads.Add(new(letter.Shift, 0, glyph.Bevels[i]));
                }
                normals.AddRange(glyph.Normals);
                foreach (var index in glyph.Indices) indices.Add(first + index);
            }
        return new([.. rings], [.. spreads], [.. normals], [.. indices], AreNormalsTrue: true);
    }

    // A glyph has about 40 points on its outline with 3 curves of 5 parts, stands in half of a square, and goes once around it.
    private static long Guess(ImmutableArray<Letter> letters, TextCut cut)
    {
        var (x, y, z) = (cut.Along.X, cut.Along.Y, cut.Along.Z);
        var around = 12 + 12L * cut.Fineness + 4L * (x + y);
        return letters.Sum(letter => letter.Glyphs.Length) * (around * (z + 5) + x * y);
    }
}
