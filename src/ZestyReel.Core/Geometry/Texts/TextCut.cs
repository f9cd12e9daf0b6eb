using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>How letters are cut.</summary>
/// <param name="Along">Into how many parts along x and y, for each size that they are wide or high, and along z.</param>
/// <param name="Fineness">Into how many parts each curve of an outline is cut.</param>
/// <param name="Bevel">How far edges are cut off, in thousandths of the size.</param>
public readonly record struct TextCut(Segments Along, int Fineness, int Bevel)
{
    /// <summary>How a text is cut.</summary>
    /// <param name="value">The value of a channel that a text has.</param>
    public static TextCut Of(Func<string, double> value) =>
        new TextCut(Segments.Of(ObjectKind.Text, value), (int)Math.Round(value("shape.fineness")), (int)Math.Round(value("shape.bevel") * 1000)).Within();

    /// <summary>The nearest that letters can be cut.</summary>
    public TextCut Within() => new(
        Along.Within(ObjectKind.Text), Math.Clamp(Fineness, 1, ChannelCatalogue.MostLetterSegments), Math.Clamp(Bevel, 0, (int)(ChannelCatalogue.MostBevel * 1000)));

    /// <summary>One step coarser; the same where it is as coarse as can be.</summary>
    public TextCut Coarser() => Along is { X: 1, Y: 1, Z: 1 }
        ? this with { Fineness = Math.Max(1, Fineness / 2) }
        : this with { Along = new(Math.Max(1, Along.X / 2), Math.Max(1, Along.Y / 2), Math.Max(1, Along.Z / 2)) };
}
