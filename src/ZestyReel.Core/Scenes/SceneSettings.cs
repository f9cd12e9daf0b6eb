using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>What a scene has besides its objects.</summary>
/// <param name="Name">The scene's name.</param>
/// <param name="Rate">Frames per second.</param>
/// <param name="Range">All frames of the scene.</param>
/// <param name="Work">The part being worked on and looped; inside the range.</param>
/// <param name="Start">The timecode of the scene's first frame, as the frames that it counts.</param>
public sealed record SceneSettings(string Name, FrameRate Rate, FrameRange Range, FrameRange Work, long Start = 0)
{
    /// <summary>The clock that times are shown and read by.</summary>
    public SceneClock Clock => new(Rate, Range.First, Start);
}
