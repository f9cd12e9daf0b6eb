using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Makes a warp start and end with the scene range again: its points keep their source frames and are spread over the range.</summary>
public sealed record RefitWarp(WarpId Warp) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Refit {scene.Warp(Warp).Name} to the scene range";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var warp = scene.Warp(Warp);
        var (first, last) = (warp.Curve.Keys[0].Time, warp.Curve.Keys[^1].Time);
        var (start, end) = (scene.Rate.StartOf(scene.Settings.Range.First), scene.Rate.StartOf(scene.Settings.Range.Last));
        if (last <= first || end <= start) throw new Refusal("warp", "a warp of one point, or a range of one frame, cannot be refitted");
        var spread = new Stretch(scene.Rate, first, (end - start).Value, (last - first).Value).Applied(warp.Curve);
        var shift = start - first;
        return scene.With(warp with { Curve = spread.WithKeys([.. spread.Keys.Select(key => key with { Time = key.Time + shift })]) });
    }
}
