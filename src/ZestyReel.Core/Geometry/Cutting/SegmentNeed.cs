namespace ZestyReel.Core.Geometry;

/// <summary>A shape is cut too coarsely for what bends it.</summary>
/// <param name="Channel">Into how many parts it is cut, as a channel.</param>
/// <param name="Now">How many there are.</param>
/// <param name="Needed">How many there should be at least.</param>
/// <param name="Turned">By how many degrees a single part is turned now.</param>
public sealed record SegmentNeed(string Channel, int Now, int Needed, double Turned);
