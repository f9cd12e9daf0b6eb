namespace ZestyReel.Core.Takes;

/// <summary>A stretch of a take of which nothing came; it is gone through in a straight line.</summary>
/// <param name="From">Seconds from the take's beginning to what came last before it.</param>
/// <param name="To">Seconds to what came next; at the end of a take, to where it should have ended.</param>
public readonly record struct TakeGap(double From, double To);
