using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using HarfBuzzSharp;
using SkiaSharp;
using ZestyReel.Core.Scenes;
using Buffer = HarfBuzzSharp.Buffer;

namespace ZestyReel.Core.Geometry;

/// <summary>A font as it ships with the application: its measures in sizes, its shapes in its own units.</summary>
internal sealed class TextFace
{
    private static readonly ConcurrentDictionary<TextFont, Lazy<TextFace>> All = [];

    // Letters are alike whatever stands beside them, so that a text can be split; they are joined where the script joins them.
    private static readonly Feature[] Alike = [new(Tag.Parse("calt"), 0), new(Tag.Parse("clig"), 0)];

    private readonly Lock _turn = new();
    // What HarfBuzz has hold of stays as long as the font does, which is for ever.
    private readonly nint _bytes;
    private readonly Blob _blob;
    private readonly Face _face;
    private readonly Font _shaping;
    private readonly SKFont _outlines;

    private TextFace(TextFont font)
    {
        using var file = typeof(TextFace).Assembly.GetManifestResourceStream($"fonts/{font}.ttf") ?? throw new InvalidOperationException($"the font {font} is not here");
        var bytes = new byte[file.Length];
        file.ReadExactly(bytes);
        using var data = SKData.CreateCopy(bytes);
        var typeface = SKTypeface.FromData(data) ?? throw new InvalidOperationException($"the font {font} cannot be read");
        Units = typeface.UnitsPerEm;
        _outlines = new SKFont(typeface, Units) { Hinting = SKFontHinting.None, LinearMetrics = true, Subpixel = true };
        var metrics = _outlines.Metrics;
        CapHeight = Math.Round((double)metrics.CapHeight) / Units;
        LineHeight = Math.Round((double)_outlines.Spacing) / Units;
        // HarfBuzz reads the bytes where they are.
        _bytes = Marshal.AllocHGlobal(bytes.Length);
        Marshal.Copy(bytes, 0, _bytes, bytes.Length);
        _blob = new Blob(_bytes, bytes.Length, MemoryMode.ReadOnly);
        _face = new Face(_blob, 0);
        _shaping = new Font(_face);
        _shaping.SetScale(Units, Units);
        _shaping.SetFunctionsOpenType();
    }

    /// <summary>How many of the font's units are one size.</summary>
    public int Units { get; }

    /// <summary>How high capital letters are, in sizes.</summary>
    public double CapHeight { get; }

    /// <summary>From line to line, in sizes.</summary>
    public double LineHeight { get; }

    /// <summary>A font; read once.</summary>
    public static TextFace Of(TextFont font) => All.GetOrAdd(font, static each => new(() => new(each))).Value;

    /// <summary>The glyphs of a stretch that goes one way, from left to right as they stand, in units. Glyph 0 stands for what the font does not have.</summary>
    public ShapedGlyph[] Shape(string text, bool rightToLeft)
    {
        lock (_turn)
        {
            using var buffer = new Buffer();
            buffer.AddUtf16(text);
            buffer.GuessSegmentProperties();
            buffer.Direction = rightToLeft ? Direction.RightToLeft : Direction.LeftToRight;
            _shaping.Shape(buffer, Alike);
            var (infos, places) = (buffer.GlyphInfos, buffer.GlyphPositions);
            return [.. infos.Select((info, i) => new ShapedGlyph((ushort)info.Codepoint, (int)info.Cluster, places[i].XOffset, places[i].YOffset, places[i].XAdvance))];
        }
    }

    /// <summary>The outline of a glyph in units, y downwards, no part over another; null where nothing is to be seen.</summary>
    public SKPath? Outline(ushort glyph)
    {
        lock (_turn)
        {
            using var path = _outlines.GetGlyphPath(glyph);
            return path is null || path.IsEmpty ? null : path.Simplify() ?? new SKPath(path);
        }
    }
}

/// <summary>A glyph where it stands in a stretch of text, in units of its font.</summary>
/// <param name="Glyph">Its number in the font.</param>
/// <param name="Cluster">The first character that it stands for.</param>
/// <param name="X">How far to the right of the pen.</param>
/// <param name="Y">How far above the line.</param>
/// <param name="Advance">How far the pen goes on.</param>
internal readonly record struct ShapedGlyph(ushort Glyph, int Cluster, int X, int Y, int Advance);
