using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Sets the timecode of the scene's first frame. No frame number changes.</summary>
/// <param name="Timecode">As 01:00:00:00, or 01:00:00;00 where numbers are dropped.</param>
public sealed record SetStart(string Timecode) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Start the timecode at {Timecode}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) =>
        scene with { Settings = scene.Settings with { Start = SceneClock.StartOf(scene.Rate, Timecode, "timecode") } };
}
