using System.Collections.Immutable;

namespace ZestyReel.Core.Edits;

/// <summary>The dense motion of one channel.</summary>
/// <param name="Channel">The channel's name.</param>
/// <param name="Values">One value for each moment, in the channel's unit.</param>
public sealed record BroughtChannel(string Channel, ImmutableArray<double> Values);
