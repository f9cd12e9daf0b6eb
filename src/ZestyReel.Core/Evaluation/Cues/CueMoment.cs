using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>When what a cue waits for happens.</summary>
/// <param name="At">The played time; null where it never does.</param>
/// <param name="Nearest">Where it never does: how near it came, as the value nearest to the one waited for, or a distance; not a number where nothing can be said.</param>
/// <param name="NearestAt">When it came so near.</param>
public readonly record struct CueMoment(Tick? At, double Nearest = double.NaN, Tick NearestAt = default);
