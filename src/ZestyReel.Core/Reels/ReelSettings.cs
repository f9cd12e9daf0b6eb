using System.Collections.Immutable;

namespace ZestyReel.Core.Reels;

/// <summary>What a reel shows, and how.</summary>
/// <param name="Plan">Which pictures it has.</param>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Through">What it is seen through, as people call it: a camera or a view.</param>
/// <param name="Only">The names of what alone is seen; empty for everything.</param>
/// <param name="Helpers">Whether marks of cameras and lights, ropes and beads are seen.</param>
/// <param name="Grid">Whether the floor's grid is seen.</param>
/// <param name="Shading">How shapes are drawn.</param>
/// <param name="Background">What is behind everything.</param>
/// <param name="Colour">The plain colour, as <c>#rrggbb</c>.</param>
/// <param name="Samples">Samples of each pixel, against jagged edges: 4 or 16.</param>
/// <param name="Exposure">How much lighter, in stops: 1 is twice the light.</param>
/// <param name="BurnIn">What is written into the pictures.</param>
/// <param name="Words">The note that is written into the pictures, where <see cref="Reels.BurnIn.Note"/> is among that.</param>
/// <param name="Trails">Whether the ways of some objects through space are seen.</param>
public sealed record ReelSettings(
    ReelPlan Plan, int Width, int Height, string Through, ImmutableArray<string> Only, bool Helpers, bool Grid, ReelShading Shading,
    ReelBackground Background, string Colour, int Samples, double Exposure, ImmutableArray<BurnIn> BurnIn, string Words, bool Trails = false)
{
    /// <summary>The least and the most pixels each way.</summary>
    public const int ShortestSide = 16, LongestSide = 4096;

    /// <summary>Most characters of a note.</summary>
    public const int LongestNote = 500;

    private const int LongestThrough = 120, MostOnly = 10_000;

    /// <exception cref="Refusal">Something is out of reach.</exception>
    public ReelSettings Checked()
    {
        Plan.Checked();
        CheckSide(Width, "width");
        CheckSide(Height, "height");
        if (Through.Length > LongestThrough) throw new Refusal("through", $"the name has {Through.Length} characters; {LongestThrough} is the most");
        if (Only.Length > MostOnly) throw new Refusal("only", $"select {MostOnly} objects at the most, or shoot everything");
        foreach (var name in Only) Names.Checked(name, "only");
        if (Samples is not (4 or 16)) throw new Refusal("samples", "a pixel has 4 or 16 samples");
        if (!(Exposure is >= -10 and <= 10)) throw new Refusal("exposure", "give −10 to 10 stops");
        if (!IsColour(Colour)) throw new Refusal("colour", "a colour is written as #rrggbb");
        CheckNote(Words, "words");
        if (BurnIn.Length != BurnIn.Distinct().Count()) throw new Refusal("burnIn", "each is written once at the most");
        return this;
    }

    /// <exception cref="Refusal">The note is too long.</exception>
    public static void CheckNote(string note, string place)
    {
        if (note.Length > LongestNote) throw new Refusal(place, $"the note has {note.Length} characters; {LongestNote} is the most");
    }

    private static void CheckSide(int pixels, string place)
    {
        if (pixels is < ShortestSide or > LongestSide) throw new Refusal(place, $"{ShortestSide} to {LongestSide} pixels");
    }

    private static bool IsColour(string text) => text.Length == 7 && text[0] == '#' && text[1..].All(char.IsAsciiHexDigit);
}
