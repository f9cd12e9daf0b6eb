using System.Collections.Immutable;

namespace ZestyReel.Formats.Svg;

/// <summary>A line of cubic curves in the plane, x to the right and y downwards.</summary>
/// <param name="Points">Four for each curve, three of which start the next one: its start, two in between, its end.</param>
/// <param name="IsClosed">Whether it ends where it starts and goes on there.</param>
public sealed record SvgOutline(ImmutableArray<(double X, double Y)> Points, bool IsClosed)
{
    /// <summary>How many curves.</summary>
    public int Count => (Points.Length - 1) / 3;
}

/// <summary>An outline with the name that its element has.</summary>
/// <param name="Name">Its id, or the kind of element.</param>
/// <param name="Outline">The line.</param>
public sealed record SvgNamed(string Name, SvgOutline Outline);

/// <summary>An element that gave no outline, and why.</summary>
/// <param name="Name">Its id, or the kind of element.</param>
/// <param name="Why">In words for a person.</param>
public sealed record SvgLeftOut(string Name, string Why);

/// <summary>What was found in an SVG file.</summary>
/// <param name="Outlines">The outlines, in the order in which they are drawn.</param>
/// <param name="LeftOut">What gave none.</param>
public sealed record SvgDrawing(ImmutableArray<SvgNamed> Outlines, ImmutableArray<SvgLeftOut> LeftOut);
