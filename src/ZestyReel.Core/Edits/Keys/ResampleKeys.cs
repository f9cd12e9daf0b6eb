using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Gives runs of selected keys another rate: keys stand evenly in time, on the curve and as steep as it is there. The first
/// and the last of each run of neighbouring selected keys stay.
/// </summary>
/// <param name="Keys">The keys.</param>
/// <param name="PerSecond">Keys a second, up to 240, whatever the scene's rate.</param>
public sealed record ResampleKeys(ImmutableArray<KeySet> Keys, decimal PerSecond) : Edit
{
    private const int MostPerSecond = 240, MostKeys = 1_000_000;

    /// <inheritdoc/>
    public override bool MayTakeLong() => ChannelKeys.AreMany(Keys);

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant($"Resample {ChannelWords.Keys(Keys)} at {PerSecond:0.###} a second");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (PerSecond is <= 0 or > MostPerSecond) throw new Refusal("perSecond", $"take more than 0 and up to {MostPerSecond} keys a second");
        return scene.OnEachChannel(Keys, (at, times) =>
        {
            var curve = at.Channel.Curve!;
            var keys = ImmutableArray.CreateBuilder<Key>();
            var next = 0;
            foreach (var (first, last) in curve.RunsOf(times))
            {
                keys.AddRange(curve.Keys.AsSpan()[next..first]);
                Resampled(keys, curve, first, last, at.Spec);
                next = last + 1;
            }
            keys.AddRange(curve.Keys.AsSpan()[next..]);
            return at.Channel with { Curve = curve.WithKeys([.. KeptCourse.Of(curve, keys.DrainToImmutable()).Select(at.Spec.Fitted)]) };
        });
    }

    private void Resampled(ImmutableArray<Key>.Builder keys, Curve curve, int first, int last, ChannelSpec spec)
    {
        var (start, end) = (curve.Keys[first], curve.Keys[last]);
        var step = Tick.PerSecond / (double)PerSecond;
        var stretches = Math.Max(1, (long)Math.Ceiling((end.Time - start.Time).Value / step - 1e-6));
        if (first == last || spec.HoldsOnly && stretches < 2)
        {
            keys.AddRange(curve.Keys.AsSpan()[first..(last + 1)]);
            return;
        }
        if (keys.Count + stretches > MostKeys) throw new Refusal("perSecond", $"that would be more than {MostKeys} keys; take fewer a second");
        var time = start.Time;
        var (value, mode, handle) = (start.Value, start.In, start.InHandle);
        for (long i = 1; i <= stretches; i++)
        {
            var to = i == stretches ? end.Time : start.Time + new TickSpan((long)Math.Round(i * step));
            if (to <= time) continue;
            if (spec.HoldsOnly || curve.Segments[curve.SegmentAt(time.Value)].Held)
            {
                keys.Add(new(time, value, mode, Interpolation.Hold, handle));
                (mode, handle) = (Interpolation.Hold, default);
            }
            else
            {
                // As steep at both ends as the curve is there.
                var third = (to - time).Value / 3.0;
                keys.Add(new(time, value, mode, Interpolation.Free, handle, new(third, curve.Segments[curve.SegmentAt(time.Value)].SlopeAt(time.Value) * third)));
                var before = to == end.Time ? last - 1 : curve.SegmentAt(to.Value - 1);
                (mode, handle) = (Interpolation.Free, new(-third, -curve.Segments[before].SlopeAt(to.Value) * third));
            }
            (time, value) = (to, curve.ValueAt(to.Value));
        }
        keys.Add(end with { In = mode, InHandle = handle });
    }
}
