namespace ZestyReel.Core.Curves.Eases;

/// <summary>
/// A key of a ease, in parts of the stretch: 0 is its start and 1 its end, in time and in value. Handles are offsets,
/// the in handle backwards in time; none stands for a straight line on that side.
/// </summary>
public readonly record struct EasePoint(double Time, double Value, (double Time, double Value)? In = null, (double Time, double Value)? Out = null);
