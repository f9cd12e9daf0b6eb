using ZestyReel.Core.Baking;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Writes a warp into the keys of all that it covers, and takes it away: what is played stays as it is.</summary>
/// <param name="Warp">The warp; no other one may lie between it and the keys.</param>
/// <param name="Tolerance">The largest difference in value, in each channel's unit.</param>
public sealed record BakeWarp(WarpId Warp, double Tolerance = 0.001) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Bake warp {scene.Warp(Warp).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var warp = scene.Warp(Warp);
        if (!(Tolerance > 0) || !double.IsFinite(Tolerance)) throw new Refusal("tolerance", "the tolerance is above 0");
        if (!warp.On) throw new Refusal("warp", $"{warp.Name} is switched off, so nothing would be written; switch it on first");
        var flow = new TimeFlow(scene);
        var range = (scene.Rate.StartOf(scene.Settings.Range.First), scene.Rate.StartOf(scene.Settings.Range.Last));
        foreach (var thing in scene.Objects.Values)
        {
            if (scene.PlacedClips.Values.Where(placed => placed.Object == thing.Id)
                .SelectMany(placed => scene.Clips[placed.Clip].Channels.Keys).Any(name => flow.Covering(thing.Id, name).Warps.Contains(warp)))
                throw new Refusal("warp", $"{thing.Name} has clips on it; bake them first, or take them off");
            var changed = thing;
            foreach (var (name, channel) in thing.Channels)
            {
                if (channel.Curve is not { } curve || flow.Covering(thing.Id, name) is not { IsPlain: false } way || way.Warps is not { } stack || !stack.Contains(warp)) continue;
                if (stack[^1].Id != Warp)
                    throw new Refusal("warp", $"{stack[^1].Name} lies between {warp.Name} and the keys of {thing.Name}; bake that first, or switch it off");
                if (QuaternionRotation.Covers(thing, name))
                    throw new Refusal("warp", $"{thing.Name} has quaternion interpolation; new keys would change its rotation. Let it rotate about each axis first");
                changed = changed.WithChannel(name, channel with { Curve = WarpBaking.Of(thing.Spec(name, "warp"), curve, warp, Before(way, range), Tolerance) });
            }
            if (changed != thing) scene = scene.With(changed);
        }
        return scene with { Warps = scene.Warps.Remove(Warp) };
    }

    /// <summary>What is shifted by a cue shows other times than those of the range.</summary>
    private static (Tick From, Tick To) Before(TimeStack way, (Tick From, Tick To) range)
    {
        var shift = (long)way.Shift;
        return (new(range.From.Value - Math.Max(0, shift)), new(range.To.Value - Math.Min(0, shift)));
    }
}
