using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Sets a key at a played frame on each channel named: at the value given, or at the value that the channel
/// has there. Where a warp covers the channel, the key goes to the source time of the frame.
/// A key that stands there already keeps its in and out. A value given is the one to be seen: what clips and
/// rolling add on that frame is taken off it. In a layer, it is what lies below and above the layer that is taken off.
/// </summary>
/// <param name="Frame">The played frame.</param>
/// <param name="Values">The channels; a null value keys what is.</param>
/// <param name="Interpolation">The in and out of new keys; channels that only hold, hold.</param>
/// <param name="Anchor">Where channels that were still so far also get a key, with the value they had; no such keys when left out.</param>
/// <param name="Reach">In layers that add: so many frames before and after, the change has faded out; without end when left out.</param>
public sealed record KeyChannels(
    decimal Frame, ImmutableArray<ChannelValue> Values, Interpolation Interpolation = Interpolation.Clamped, decimal? Anchor = null, decimal? Reach = null) : Edit
{
    /// <summary>The furthest that a change fades out, in frames.</summary>
    public const int LongestReach = 100_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Key {ChannelWords.Of(scene, Values.Select(v => v.Curve))} at {Frame}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Values.IsDefaultOrEmpty) throw new Refusal("values", "select at least one channel to key");
        if (!Enum.IsDefined(Interpolation)) throw new Refusal("interpolation", "there is no such interpolation");
        var seen = new SeenValues(scene, Frame);
        var start = Anchor is { } frame ? new SeenValues(scene, frame) : null;
        var ends = Ends(scene);
        for (var i = 0; i < Values.Length; i++)
        {
            var place = $"values[{i}]";
            var at = scene.At(Values[i].Curve, place).Unlocked(place);
            var (spec, channel) = (at.Spec, at.Channel);
            var time = seen.Source(at.Curve);
            var number = Values[i].Value is { } given
                ? seen.Own(at, spec.Checked(given, $"{place}.value"), place)
                : seen.Standing(at);
            var mode = spec.HoldsOnly ? Interpolation.Hold : Interpolation;
            if (at.Curve.Warp is { } warp && Values[i].Value is null && channel.Curve!.IndexOf(time) < 0)
            {
                // A point that says what is there already changes nothing, beyond the ends of the warp neither.
                scene = scene.With(scene.Warp(warp).WithPoint(time));
                continue;
            }
            if (channel.Curve is null && start is not null)
                channel = channel.WithKey(new Key(start.Source(at.Curve), start.Standing(at), mode, mode));
            if (Reach is not null)
            {
                scene = scene.With(at.Curve, channel with { Curve = Confine(at, new Key(time, number, mode, mode), ends.From.Source(at.Curve), ends.To.Source(at.Curve), place) });
                continue;
            }
            scene = scene.With(at.Curve, channel.WithKey(new Key(time, number, mode, mode)));
        }
        return scene;
    }

    private (SeenValues From, SeenValues To) Ends(Scene scene)
    {
        if (Reach is not { } reach) return default;
        if (reach is not (> 0 and <= LongestReach)) throw new Refusal("reach", $"a reach is above 0 and at most {LongestReach} frames");
        return (new(scene, Frame - reach), new(scene, Frame + reach));
    }

    private static Curve Confine(AddressedChannel at, Key key, Tick from, Tick to, string place)
    {
        if (at.Layer is not { } layer) throw new Refusal(place, "a change fades out within a reach in a layer only; choose one");
        if (layer.Mode != LayerMode.Add || at.Spec.HoldsOnly) throw new Refusal(place, $"{at.Words} cannot fade out within a reach; take a layer that adds, or no reach");
        if (from >= key.Time || to <= key.Time) throw new Refusal("reach", "a warp stops or turns time within the reach; take a smaller one");
        if (at.Channel.Curve is { } known && (key.Time < known.Keys[0].Time && BakeCycles.IsCycle(known.Before) || key.Time > known.Keys[^1].Time && BakeCycles.IsCycle(known.After)))
            throw new Refusal(place, $"{at.Words} repeats there, and a key would make another cycle of it; bake its cycles first");
        var old = at.Channel.Curve is { } curve && curve.IndexOf(key.Time) is var there and >= 0 ? curve.Keys[there] with { Value = key.Value } : key;
        return Confined.WithKey(at.Channel.Curve, old, from, to);
    }
}
