using System.Collections.Immutable;

namespace ZestyReel.Core.Reels;

/// <summary>A mark that somebody leaves on a picture of a reel.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Points">
/// Its places, x and y each: 0 to 1 from left to right and from top to bottom of the picture. A stroke has one at least,
/// an arrow its tail and its head, a text where it begins, a remark none.
/// </param>
/// <param name="Words">What is said; empty for strokes and arrows.</param>
/// <param name="Colour">What it is drawn with.</param>
/// <param name="Width">How thick it is drawn, in thousandths of the picture's width; of a text how high its letters are.</param>
public sealed record PenMark(PenKind Kind, ImmutableArray<double> Points, string Words, PenColour Colour, double Width)
{
    /// <summary>Most places of a stroke.</summary>
    public const int MostPlaces = 4000;

    /// <summary>How far off the picture a hand may go, in pictures.</summary>
    public const double Overhang = 0.25;

    /// <summary>The thinnest and the thickest, in thousandths of the picture's width.</summary>
    public const double Thinnest = 0.5, Thickest = 100;

    private bool HasWords => Kind is PenKind.Text or PenKind.Remark;

    /// <exception cref="Refusal">Something is out of reach, or does not belong to its kind.</exception>
    public PenMark Checked()
    {
        if (Points.IsDefault || Points.Length % 2 != 0) throw new Refusal("points", "a place has an x and a y");
        var places = Points.Length / 2;
        var isRight = Kind switch
        {
            PenKind.Stroke => places is >= 1 and <= MostPlaces,
            PenKind.Arrow => places == 2,
            PenKind.Text => places == 1,
            _ => places == 0,
        };
        if (!isRight) throw new Refusal("points", $"a stroke has 1 to {MostPlaces} places, an arrow two, a text one, a remark none");
        if (Points.Any(at => !(at is >= -Overhang and <= 1 + Overhang))) throw new Refusal("points", "a place lies on the picture, 0 to 1 each way, or little off it");
        if (!(Width is >= Thinnest and <= Thickest)) throw new Refusal("width", $"{Thinnest} to {Thickest} thousandths of the picture's width");
        ReelSettings.CheckNote(Words, "words");
        if (HasWords == string.IsNullOrWhiteSpace(Words)) throw new Refusal("words", HasWords ? "say something" : "strokes and arrows have no words");
        return this;
    }
}
