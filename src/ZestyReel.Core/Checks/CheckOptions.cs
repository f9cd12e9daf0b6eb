using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Checks;

/// <summary>What the timing check looks at.</summary>
/// <param name="Frames">The played frames.</param>
/// <param name="Solids">Also whether shapes go through the ground and through each other, which takes longer.</param>
/// <param name="Only">Only one object; what is no object's is left out then.</param>
public sealed record CheckOptions(FrameRange Frames, bool Solids = false, ObjectId? Only = null);
