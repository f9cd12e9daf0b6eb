using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets the scene range end where a warp does; the work range follows where it ended with it.</summary>
public sealed record FitRangeToWarp(WarpId Warp) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"End the scene with {scene.Warp(Warp).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (range, work) = (scene.Settings.Range, scene.Settings.Work);
        var last = scene.Rate.NearestFrame(scene.Warp(Warp).Curve.Keys[^1].Time);
        if (last < range.First) throw new Refusal("warp", "the warp ends before the scene range starts");
        var end = work.Last == range.Last ? last : Math.Min(work.Last, last);
        return scene with
        {
            Settings = scene.Settings with { Range = range with { Last = last }, Work = new(Math.Min(work.First, last), end) },
        };
    }
}
