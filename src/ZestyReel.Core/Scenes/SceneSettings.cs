using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>What a scene has besides its objects.</summary>
/// <param name="Name">The scene's name.</param>
/// <param name="Rate">Frames per second.</param>
/// <param name="Range">All frames of the scene.</param>
/// <param name="Work">The part being worked on and looped; inside the range.</param>
public sealed record SceneSettings(string Name, FrameRate Rate, FrameRange Range, FrameRange Work);
