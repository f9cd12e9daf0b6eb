using System.Collections.Immutable;

namespace ZestyReel.Formats.Osc;

/// <summary>A message of Open Sound Control 1.0.</summary>
/// <param name="Address">Where it goes, such as <c>/tracker/wand/pose</c>.</param>
/// <param name="Numbers">Its arguments, which are numbers.</param>
public sealed record OscMessage(string Address, ImmutableArray<double> Numbers);
