using ZestyReel.Core.Takes;

namespace ZestyReel.Server.Recording;

/// <summary>A pass of a recording as a take that is not kept yet.</summary>
/// <param name="Pass">Which pass, counted from 0.</param>
/// <param name="Take">What came in it.</param>
/// <param name="Place">Where it goes.</param>
internal sealed record CutTake(int Pass, Take Take, TakePlace Place);
