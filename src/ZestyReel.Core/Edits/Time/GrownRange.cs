using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>A scene range that reaches as far as what was brought in.</summary>
internal static class GrownRange
{
    /// <summary>The scene, its range as long as to reach a moment.</summary>
    public static Scene To(Scene scene, Tick last)
    {
        var range = scene.Settings.Range;
        var to = (long)Math.Ceiling(scene.Rate.FrameOf(last.Value) - 1e-9);
        return to <= range.Last ? scene : scene with { Settings = scene.Settings with { Range = range with { Last = to } } };
    }
}
