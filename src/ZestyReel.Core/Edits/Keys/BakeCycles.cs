using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Writes down as keys what channels do before or after their own: so many cycles of a repeat or a mirror.</summary>
public sealed record BakeCycles(ImmutableArray<ChannelValue> Channels, int Before = 0, int After = 0) : Edit
{
    /// <summary>Most cycles on either side.</summary>
    public const int Most = 1000;

    /// <summary>Most keys that a channel may come to have by it.</summary>
    public const int MostKeys = 1_000_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"Bake {Before + After} {(Before + After == 1 ? "cycle" : "cycles")} of {ChannelWords.Of(scene, Channels.Select(c => c.Curve))}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Before is < 0 or > Most) throw new Refusal("before", $"give 0 to {Most} cycles");
        if (After is < 0 or > Most) throw new Refusal("after", $"give 0 to {Most} cycles");
        if (Before + After == 0) throw new Refusal("after", "give at least one cycle");
        return scene.OnEachCurve(Channels, (spec, curve) =>
        {
            if (curve.Keys.Length < 2) throw new Refusal("channels", "a cycle needs two keys at least");
            if (Before > 0 && !IsCycle(curve.Before)) throw new Refusal("before", $"{spec.Name} does not repeat before its keys; let it repeat or mirror first");
            if (After > 0 && !IsCycle(curve.After)) throw new Refusal("after", $"{spec.Name} does not repeat after its keys; let it repeat or mirror first");
            if ((long)curve.Keys.Length * (1 + Before + After) > MostKeys) throw new Refusal("after", "that many keys are too many; write fewer cycles");
            return curve.WithKeys([.. Cycles.Written(curve, Before, After).Select(spec.Fitted)]);
        });
    }

    internal static bool IsCycle(Extrapolation how) => how is Extrapolation.Repeat or Extrapolation.RepeatOffset or Extrapolation.Mirror;

    /// <summary>Whether a curve repeats at a time, where a key of its own would make another cycle of it.</summary>
    internal static bool IsInCycle(Curve curve, Tick time) => time < curve.Keys[0].Time && IsCycle(curve.Before) || time > curve.Keys[^1].Time && IsCycle(curve.After);
}
