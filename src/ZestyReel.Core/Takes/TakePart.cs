using ZestyReel.Core.Time;

namespace ZestyReel.Core.Takes;

/// <summary>A take up to where the next one takes over.</summary>
/// <param name="Take">Which.</param>
/// <param name="Place">Where it goes.</param>
/// <param name="Until">The played moment at which the next part takes over; of the last part it is not asked for.</param>
public sealed record TakePart(Take Take, TakePlace Place, Tick Until);
