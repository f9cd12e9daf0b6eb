using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Reels;

/// <summary>One of two reels that are put beside each other.</summary>
/// <param name="Plan">Which pictures it has.</param>
/// <param name="Rate">How fast it plays.</param>
/// <param name="Sources">The source frame of each of its pictures.</param>
public sealed record ReelSide(ReelPlan Plan, FrameRate Rate, ImmutableArray<double> Sources);
