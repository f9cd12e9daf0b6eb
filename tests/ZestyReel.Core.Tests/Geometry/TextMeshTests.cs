using SkiaSharp;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Geometry;

/// <summary>Letters as solids: closed, as large as their outlines, and standing where the font says.</summary>
public class TextMeshTests
{
    private const string Letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789&@%#?!.,;:ÄÖÜéèçñåøŁ";

    public static TheoryData<TextFont, int, int> Fonts()
    {
        var all = new TheoryData<TextFont, int, int>();
        foreach (var font in Enum.GetValues<TextFont>())
        {
            all.Add(font, 1, 0);
            all.Add(font, 3, 0);
            all.Add(font, 2, 20);
            all.Add(font, 7, 100);
        }
        return all;
    }

    [Theory]
    [MemberData(nameof(Fonts))]
    public void Every_letter_is_closed_and_its_normals_point_outwards(TextFont font, int parts, int bevel)
    {
        foreach (var letter in Letters)
        {
            var mesh = ShapeMesh.Of(new TextBody($"{letter}", font), new(new(parts, parts, Math.Min(parts, 4)), 3, bevel)).Sized(new(new(2, 2, 0.5), new(0, 0, 2)));
            mesh.Positions.ShouldNotBeEmpty();
            Solid.ShouldBeClosed(mesh);
            Solid.Volume(mesh).ShouldBeGreaterThan(0);
            foreach (var normal in mesh.Normals) normal.Length().ShouldBe(1, 1e-9);
        }
    }

    [Theory]
    [InlineData(TextFont.Figtree)]
    [InlineData(TextFont.Lora)]
    [InlineData(TextFont.Rubik)]
    [InlineData(TextFont.Pacifico)]
    public void A_letter_holds_its_area_as_Skia_paints_it_times_its_depth(TextFont font)
    {
        using var file = typeof(ShapeMesh).Assembly.GetManifestResourceStream($"fonts/{font}.ttf")!;
        using var typeface = SKTypeface.FromStream(file);
        foreach (var letter in "BgOé&8")
        {
            var mesh = ShapeMesh.Of(new TextBody($"{letter}", font), new(new(1, 1, 1), 16, 0)).Sized(new(new(1, 1, 0.25)));
            (Solid.Volume(mesh) / 0.25).ShouldBe(Painted(typeface, TextLayout.Of(new($"{letter}", font))[0].Glyphs[0].Glyph), 2e-4, $"{letter}");
        }
    }

    [Fact]
    public void A_bevel_takes_off_what_its_slope_says()
    {
        // The full stop of Lora is nearly round: its bevel leaves a frustum.
        double Volume(int bevel) => Solid.Volume(ShapeMesh.Of(new TextBody(".", TextFont.Lora), new(new(1, 1, 1), 16, bevel)).Sized(new(new(1, 1, 1), new(0, 0, 1))));
        var area = Volume(0);
        var radius = Math.Sqrt(area / Math.PI);
        const double bevel = 0.03;
        var inner = radius - bevel;
        var expected = area * (1 - 2 * bevel) + 2 * Math.PI * bevel / 3 * (radius * radius + radius * inner + inner * inner);
        Volume(30).ShouldBe(expected, area * 0.01);
    }

    [Fact]
    public void Lines_begin_end_or_have_their_middle_at_the_origin()
    {
        (Vector Least, Vector Most) Of(TextAlign align) => ShapeMesh.Of(new TextBody("Quay\nLamp", Align: align), TextCut.Of(Usual)).Sized(new(new(1, 1, 1))).Bounds();
        Of(TextAlign.Left).Least.X.ShouldBeInRange(0, 0.15);
        Of(TextAlign.Right).Most.X.ShouldBeInRange(-0.15, 0);
        var centre = Of(TextAlign.Centre);
        (centre.Least.X + centre.Most.X).ShouldBeInRange(-0.1, 0.1);
    }

    [Fact]
    public void The_middle_of_a_single_lines_capitals_is_at_the_origin()
    {
        var (least, most) = ShapeMesh.Of(new TextBody("HILT"), TextCut.Of(Usual)).Sized(new(new(1, 1, 1))).Bounds();
        (least.Y + most.Y).ShouldBe(0, 1e-3);
        (most.Z, least.Z).ShouldBe((0.5, -0.5));
    }

    [Fact]
    public void Letters_move_apart_from_where_their_line_is_held()
    {
        Vector[] Of(TextAlign align, double spacing) => ShapeMesh.Of(new TextBody("abc", Align: align), TextCut.Of(Usual)).Sized(new(new(2, 2, 1), new(2 * spacing, 0, 2))).Positions;
        foreach (var (align, first, last) in new[] { (TextAlign.Left, 0.0, 1.0), (TextAlign.Centre, -0.5, 0.5), (TextAlign.Right, -1.0, 0.0) })
        {
            var (close, apart) = (Of(align, 0), Of(align, 0.5));
            // Two gaps of half a size of 2.
            (apart[0].X - close[0].X).ShouldBe(first * 2, 1e-9);
            (apart[^1].X - close[^1].X).ShouldBe(last * 2, 1e-9);
        }
    }

    [Fact]
    public void Letters_are_shaped_as_the_font_says()
    {
        // Kerned, with a ligature for what is written together, and accents over their letters.
        double Width(string text) => TextLayout.Of(new(text + "|", TextFont.Lora, TextAlign.Left))[^1].X;
        Width("AV").ShouldBeLessThan(Width("A") + Width("V"));
        TextLayout.Of(new("e\u0301")).Length.ShouldBe(1);
        var ligature = TextLayout.Of(new("office", TextFont.Lora));
        ligature.Select(letter => letter.Characters).ShouldBe(["o", "f", "fi", "c", "e"]);
        TextLayout.Of(new("A 字")).Select(letter => letter.IsMissing).ShouldBe([false, false, true]);
    }

    [Fact]
    public void What_is_read_from_right_to_left_stands_so()
    {
        // Shin, lamed, vav, mem: the first one stands rightmost.
        string[] Shown(string line) => [.. TextLayout.Of(new(line, TextFont.Rubik)).Select(letter => letter.Characters)];
        Shown("שלום").ShouldBe(["ם", "ו", "ל", "ש"]);
        Shown("a של b").ShouldBe(["a", " ", "ל", "ש", " ", "b"]);
        Shown("של 12").ShouldBe(["1", "2", " ", "ל", "ש"]);
        TextLayout.Of(new("שלום", TextFont.Rubik)).ShouldAllBe(letter => !letter.IsMissing);
    }

    [Fact]
    public void A_text_of_all_that_it_may_have_cut_as_finely_as_can_be_stays_bounded()
    {
        var text = string.Concat(Enumerable.Repeat(Letters, 20))[..TextRules.Longest];
        var mesh = ShapeMesh.Of(new TextBody(text, TextFont.Lora), new(new(16, 16, 16), 16, 50));
        mesh.Rings.Length.ShouldBeInRange(50_000, 1_500_000);
    }

    private static double Usual(string channel) => ChannelCatalogue.Find(ObjectKind.Text, channel)!.Default;

    // In sizes of the font: what a large letter covers, counted in 1/255 of a point of the picture.
    private static double Painted(SKTypeface typeface, ushort glyph)
    {
        const int size = 1000;
        using var bitmap = new SKBitmap(2 * size, 2 * size, SKColorType.Gray8, SKAlphaType.Opaque);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.Black);
        using var font = new SKFont(typeface, size) { Hinting = SKFontHinting.None };
        using var paint = new SKPaint { Color = SKColors.White, IsAntialias = true };
        using var path = font.GetGlyphPath(glyph);
        canvas.Translate(size / 2, size * 1.4f);
        canvas.DrawPath(path, paint);
        canvas.Flush();
        return bitmap.GetPixelSpan().ToArray().Sum(grey => (double)grey) / 255 / size / size;
    }
}
