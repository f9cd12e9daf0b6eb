using System.Collections.Immutable;

namespace ZestyReel.Core.Edits;

/// <summary>Values of channels on a played frame.</summary>
/// <param name="Frame">The frame.</param>
/// <param name="Values">The channels and their values.</param>
public sealed record FrameValues(decimal Frame, ImmutableArray<ChannelValue> Values);
