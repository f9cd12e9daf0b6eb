using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Spreads keys out or pushes them together about a frame and, where wanted, about a value.</summary>
/// <param name="Keys">The keys to move.</param>
/// <param name="About">The frame that stays where it is.</param>
/// <param name="From">A frame on one side of it.</param>
/// <param name="To">Where that frame goes; on the same side.</param>
/// <param name="OnFrames">Puts every key on the nearest whole frame afterwards.</param>
/// <param name="Meet">What happens where a key lands on another.</param>
/// <param name="Values">How the values of each of the sets are spread; left out, they stay.</param>
public sealed record ScaleKeys(
    ImmutableArray<KeySet> Keys, decimal About, decimal From, decimal To,
    bool OnFrames = false, WhenKeysMeet Meet = WhenKeysMeet.Stop, ImmutableArray<ValueScale>? Values = null) : Edit
{
    // Distances are taken to a millionth of a frame, so that the ratio of two is one of whole numbers.
    private const decimal Fine = 1_000_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"Scale {ChannelWords.Keys(Keys)} to {(From == About ? 0 : (To - About) / (From - About) * 100):0.##} %");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var rate = scene.Rate;
        var (before, after) = ((long)(Math.Abs(From - About) * Fine), (long)(Math.Abs(To - About) * Fine));
        if (before == 0) throw new Refusal("from", "give a frame beside the one that stays");
        if (after == 0 || (From > About) != (To > About))
            throw new Refusal("to", "keys scale about a frame, not through it; stay on its side");
        var map = new Stretch(rate, rate.At(About, "about"), after, before);
        var factor = (double)after / before;
        var placing = new KeyPlacing(rate, Meet);
        var spreads = Keys.PerChannel(Values, "values");
        var scaled = scene.OnEachChannel(Keys, (at, times) => at.Channel.WithKeysMoved(
            times,
            key =>
            {
                var time = map.Of(key.Time);
                if (spreads?[at.Curve] is { } spread)
                {
                    key = at.Spec.Checked(key.Raised(spread.Factor, spread.About * (1 - spread.Factor)), "values");
                }
                return key with
                {
                    Time = OnFrames ? rate.StartOf(rate.NearestFrame(time)) : time,
                    InHandle = new Handle(key.InHandle.Ticks * factor, key.InHandle.Value),
                    OutHandle = new Handle(key.OutHandle.Ticks * factor, key.OutHandle.Value),
                };
            },
            placing));
        placing.Finish();
        return scaled;
    }
}
