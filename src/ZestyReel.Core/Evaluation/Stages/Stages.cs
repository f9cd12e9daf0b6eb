using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// The order of evaluation, from top to bottom. Whoever asks what a value is, who drives a channel, what a change makes
/// stale or what must be keyed to be seen asks this list.
/// <list type="number">
/// <item>Time: <see cref="FrameTimes"/> leads played time through warps to the source time of each channel.</item>
/// <item>Curve: <see cref="KeyedStage"/>, the channel's own keys or still value at source time; a rotation with quaternion interpolation as one thing.</item>
/// <item>Clips: <see cref="ClipStage"/> adds what is placed on the object.</item>
/// <item>Layers: <see cref="LayerStage"/>, from the lowest up.</item>
/// <item>Loose motion, in played time: <see cref="SwayStage"/>, then <see cref="LagStage"/>, then <see cref="BounceStage"/>; <see cref="SpeedStage"/> for the waves of deformers.</item>
/// <item>Constraints of the transform: <see cref="RollStage"/>.</item>
/// <item>Limits: <see cref="LimitStage"/>. What anything shows is after this.</item>
/// <item>World: <see cref="WorldSampler"/> sets each object inside its parent.</item>
/// <item>Geometry, in the room of that name: deformers, then fades.</item>
/// </list>
/// </summary>
public static class Stages
{
    private static readonly IStage Keyed = new KeyedStage(), Clips = new ClipStage(), Layers = new LayerStage(), Limits = new LimitStage();

    /// <summary>The steps that give an object's channels, in their order.</summary>
    private static readonly IStage[] All = [Keyed, Clips, Layers, new SwayStage(), new LagStage(), new BounceStage(), new SpeedStage(), new RollStage(), Limits];

    /// <summary>Whether a channel may differ from frame to frame; else one value stands for all.</summary>
    public static bool Moves(SceneObject thing, string channel, FrameTimes times)
    {
        foreach (var stage in All)
            if (stage.Moves(thing, channel, times)) return true;
        return false;
    }

    /// <summary>Fills rows with what is seen: after all steps.</summary>
    internal static void Evaluate(ChannelRows rows, FrameTimes times)
    {
        foreach (var stage in All)
        {
            times.Stop.ThrowIfCancellationRequested();
            stage.Apply(rows, times);
        }
    }

    /// <summary>Fills rows with what the steps before rolling give: where a wheel is carried to, whatever it rolls.</summary>
    internal static void EvaluateUnrolled(ChannelRows rows, FrameTimes times)
    {
        foreach (var stage in All)
        {
            times.Stop.ThrowIfCancellationRequested();
            if (stage is not RollStage) stage.Apply(rows, times);
        }
    }

    /// <summary>Fills rows with what the steps before one of them give.</summary>
    internal static void EvaluateBefore<TStage>(ChannelRows rows, FrameTimes times) where TStage : IStage
    {
        foreach (var stage in All)
        {
            if (stage is TStage) return;
            times.Stop.ThrowIfCancellationRequested();
            stage.Apply(rows, times);
        }
    }

    /// <summary>One channel as it is seen, at full precision, one value for each moment.</summary>
    public static double[] Values(SceneObject thing, string channel, FrameTimes times)
    {
        using var rows = new ChannelRows(thing, [thing.Spec(channel, "channel")], times.Count);
        Evaluate(rows, times);
        return rows[0].ToArray();
    }

    /// <summary>The value that must stand in a channel's own keys, or as its still value, so that another is seen at a moment.</summary>
    /// <param name="thing">Whose channel.</param>
    /// <param name="spec">The channel.</param>
    /// <param name="seen">The value to be seen, one that the channel can have.</param>
    /// <param name="moment">A single moment.</param>
    /// <returns>The value, kept within what a key can have; null where something else than its own keys decides what is seen.</returns>
    public static double? OwnValue(SceneObject thing, ChannelSpec spec, double seen, FrameTimes moment)
    {
        double? value = seen;
        for (var i = All.Length - 1; i >= 0 && value is { } after; i--) value = All[i].Before(thing, spec, after, moment);
        return value;
    }

    /// <summary>As the other, for the keys of a layer, with what they are laid over; null also where the layer has no strength then, or is passed over.</summary>
    /// <param name="thing">Whose channel.</param>
    /// <param name="spec">The channel itself.</param>
    /// <param name="layer">The layer.</param>
    /// <param name="seen">The value to be seen.</param>
    /// <param name="moment">A single moment.</param>
    public static double? OwnValue(SceneObject thing, ChannelSpec spec, Layer layer, double seen, FrameTimes moment)
    {
        if (!moment.Layers.Contains(layer) || moment.StrengthsOf(layer)[0] is var strength && strength == 0) return null;
        double? value = seen;
        for (var i = All.Length - 1; All[i] != Layers && value is { } after; i--) value = All[i].Before(thing, spec, after, moment);
        if (value is not { } above || LayerStage.Below(layer.Id, thing, spec, above, moment) is not { } wanted) return null;
        if (spec.HoldsOnly) return layer.Mode == LayerMode.Override && strength >= 0.5 ? spec.Within(wanted) : null;
        var below = Below(thing, spec, layer, moment);
        return spec.InLayer(layer.Id).Within(layer.Mode == LayerMode.Add ? (wanted - below) / strength : below + (wanted - below) / strength);
    }

    /// <summary>What a channel is before a layer, at a single moment.</summary>
    public static double Below(SceneObject thing, ChannelSpec spec, Layer layer, FrameTimes moment)
    {
        using var rows = new ChannelRows(thing, [spec], 1);
        Keyed.Apply(rows, moment);
        Clips.Apply(rows, moment);
        LayerStage.ApplyBelow(layer.Id, rows, moment);
        return rows[0][0];
    }

    /// <summary>What drives a channel besides its own keys, in a few words; null where nothing does.</summary>
    public static string? DriverOf(SceneObject thing, string channel, FrameTimes times)
    {
        var drivers = All.Where(stage => stage != Keyed && stage.Moves(thing, channel, times)).Select(stage => stage.DriverOf(thing, channel, times)).ToList();
        return drivers.Count == 0 ? null : string.Join(" and ", drivers);
    }

    /// <summary>The other objects that an object's channels are worked out from, nearest first, each of which rests on those after it.</summary>
    internal static IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => All.SelectMany(stage => stage.Reads(scene, thing)).Distinct();
}
