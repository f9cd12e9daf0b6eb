using System.Collections.Immutable;
using ZestyReel.Core.Baking;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Lets values sway or flicker between two frames: <see cref="Noise"/> is added to what the curves are there, and written
/// down as keys. Before and after, the curves are what they were.
/// </summary>
/// <param name="Channels">Which channels; each gets noise of its own.</param>
/// <param name="From">The first source frame.</param>
/// <param name="To">The last source frame.</param>
/// <param name="Amount">How far a value goes either way at most, in its own unit.</param>
/// <param name="Beats">How many times a second it turns at most; brought to a whole number between the two frames.</param>
/// <param name="Seed">Another gives other noise.</param>
/// <param name="Roughness">How much finer noise is in it, 0 to 1.</param>
/// <param name="Tolerance">How far the keys may be off, in the value's unit; a fiftieth of the amount when left out.</param>
public sealed record AddNoise(
    ImmutableArray<ChannelValue> Channels, decimal From, decimal To, double Amount, double Beats,
    long Seed = 1, double Roughness = 0, double? Tolerance = null) : Edit
{
    private const double MostBeats = 100, MostStretches = 100_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Noise on {ChannelWords.Of(scene, Channels.Select(c => c.Curve))} from {From} to {To}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Channels.IsDefaultOrEmpty) throw new Refusal("channels", "select at least one channel");
        var (start, end) = (scene.Rate.At(From, "from"), scene.Rate.At(To, "to"));
        if (end <= start) throw new Refusal("to", "the last frame comes after the first");
        if (!(Math.Abs(Amount) is > 0 and <= Curve.LargestValue)) throw new Refusal("amount", "how far it goes is a number that is not 0");
        if (!(Beats is > 0 and <= MostBeats)) throw new Refusal("beats", $"it turns more than 0 times a second, and {MostBeats} times at most");
        if (!(Roughness is >= 0 and <= 1)) throw new Refusal("roughness", "roughness goes from 0 to 1");
        if (Tolerance is { } given && !(given > 0)) throw new Refusal("tolerance", "the tolerance is more than 0");
        var stretches = Math.Round((end - start).Value / (double)Tick.PerSecond * Beats);
        if (stretches > MostStretches) throw new Refusal("to", $"that is more than {MostStretches} beats; allow fewer, or a shorter range");
        foreach (var one in Channels)
        {
            var at = scene.At(one.Curve, "channels").Unlocked("channels");
            if (at.Curve.Owner != OwnerKind.Object) throw new Refusal("channels", "only channels of objects can sway");
            var noise = new Noise(SeedOf(at.Curve), Math.Max(2, (int)stretches), Roughness);
            scene = scene.With(at.Curve, at.Channel with { Curve = Swaying(at, start, end, noise, Math.Max(2, (int)stretches)) });
        }
        return scene;
    }

    private Curve Swaying(AddressedChannel at, Tick start, Tick end, Noise noise, int stretches)
    {
        var (spec, channel) = (at.Spec, at.Channel);
        if (channel.Curve is { } cycling && (start < cycling.Keys[0].Time && BakeCycles.IsCycle(cycling.Before) || end > cycling.Keys[^1].Time && BakeCycles.IsCycle(cycling.After)))
            throw new Refusal("channels", $"{at.Words} repeats there, and keys would make another cycle of it; bake its cycles first");
        var rest = spec.HoldsOnly ? Interpolation.Hold : Interpolation.Flat;
        var whole = channel.Curve?.SplitAt(start).SplitAt(end)
            ?? new Curve([new Key(start, channel.Still, rest, rest), new Key(end, channel.Still, rest, rest)]);
        var (first, last) = (whole.IndexOf(start), whole.IndexOf(end));
        var length = (double)(end - start).Value;
        Tick[] beats = [.. Enumerable.Range(1, stretches - 1).Select(i => start + new TickSpan((long)Math.Round(length * i / stretches)))];
        Tick[] moments = [.. whole.Keys[first..(last + 1)].Select(key => key.Time).Concat(beats).Distinct().Order()];
        double Value(double time)
        {
            var value = spec.Within(whole.ValueAt(time) + Amount * noise.At((time - start.Value) / length * stretches));
            return spec.HoldsOnly ? Math.Round(value) : value;
        }
        void Values(double[] times, Span<double> values)
        {
            for (var i = 0; i < times.Length; i++) values[i] = Value(times[i]);
        }
        var keys = Traced.Keys(moments, Values, null, Tolerance ?? Math.Abs(Amount) / 50, spec.HoldsOnly);
        // At both ends the sides that look away from the noise are what they were.
        var (left, right) = (whole.Keys[first], whole.Keys[last]);
        var begun = left with { Out = keys[0].Out, OutHandle = keys[0].OutHandle };
        var ended = right with { In = keys[^1].In, InHandle = keys[^1].InHandle };
        return whole.WithKeys([.. whole.Keys[..first], begun, .. keys[1..^1], ended, .. whole.Keys[(last + 1)..]]);
    }

    private ulong SeedOf(CurveRef curve)
    {
        var mixed = Noise.Mixed((ulong)Seed + Noise.Mixed((ulong)curve.Object!.Value.Value));
        foreach (var letter in curve.Channel) mixed = Noise.Mixed(mixed + letter);
        return mixed;
    }
}
