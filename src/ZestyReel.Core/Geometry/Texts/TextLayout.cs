using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>
/// Where the letters of a text stand: shaped by the font, line below line, the block's middle (from the capitals of the first
/// line to the foot of the last one) at the origin, and each line beginning, ending or having its middle there.
/// </summary>
public static class TextLayout
{
    /// <summary>Its letters, blanks among them, line by line from left to right.</summary>
    public static ImmutableArray<Letter> Of(TextBody text)
    {
        var face = TextFace.Of(text.Font);
        var lines = text.Lines.Split('\n');
        var top = -Middle(face, lines.Length);
        return [.. lines.SelectMany((line, i) => OfLine(line, i, top - i * face.LineHeight, face, text.Align))];
    }

    private static double Middle(TextFace face, int lines) => (face.CapHeight - (lines - 1) * face.LineHeight) / 2;

    private static IEnumerable<Letter> OfLine(string line, int number, double y, TextFace face, TextAlign align)
    {
        var letters = new List<(string Characters, int Pen, ImmutableArray<PlacedGlyph> Glyphs)>();
        var pen = 0;
        foreach (var (first, length, back) in TextRuns.Of(line))
        {
            var part = line.Substring(first, length);
            var glyphs = face.Shape(part, back);
            // A letter is all glyphs of one cluster; it ends where the next cluster of the text begins.
            var begins = glyphs.Select(glyph => glyph.Cluster).Append(length).Distinct().Order().ToArray();
            for (var i = 0; i < glyphs.Length;)
            {
                var cluster = glyphs[i].Cluster;
                var (start, shapes) = (pen, ImmutableArray.CreateBuilder<PlacedGlyph>());
                for (; i < glyphs.Length && glyphs[i].Cluster == cluster; i++)
                {
                    shapes.Add(new(glyphs[i].Glyph, (double)(pen - start + glyphs[i].X) / face.Units, (double)glyphs[i].Y / face.Units));
                    pen += glyphs[i].Advance;
                }
                var end = begins[Array.IndexOf(begins, cluster) + 1];
                letters.Add((part[cluster..end], start, shapes.ToImmutable()));
            }
        }
        // 0 where lines begin, 1 where they end.
        var anchor = align switch { TextAlign.Left => 0, TextAlign.Centre => 0.5, _ => 1.0 };
        var from = -anchor * pen / face.Units;
        return letters.Select((letter, i) => new Letter(number, letter.Characters, from + (double)letter.Pen / face.Units, y, i - anchor * (letters.Count - 1), letter.Glyphs));
    }
}
