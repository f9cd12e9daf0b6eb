using ZestyReel.Core.Changes;
using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>A change that has been kept.</summary>
/// <param name="Before">The scene before it.</param>
/// <param name="After">The scene after it; the same where nothing was to be changed.</param>
/// <param name="Change">What changed.</param>
/// <param name="Title">What was done.</param>
/// <param name="By">Who did it.</param>
public sealed record Kept(SceneState Before, SceneState After, SceneChange Change, string Title, Origin By);
