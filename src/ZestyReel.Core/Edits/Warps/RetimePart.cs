using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Retimes a part of what is played, in one of some ready ways. Frames are played frames.</summary>
/// <param name="Warp">The warp that it is done in; left out, a new one over the whole scene.</param>
/// <param name="Way">How.</param>
/// <param name="From">The first frame of the part.</param>
/// <param name="To">The last frame of the part, which belongs to it; not needed to hold or freeze.</param>
/// <param name="Speed">For <see cref="RetimeWay.Speed"/>: 1 is as before, 0.5 half as fast.</param>
/// <param name="Frames">For <see cref="RetimeWay.Hold"/>: how many.</param>
/// <param name="Times">For <see cref="RetimeWay.Loop"/>: how often the part is played in all.</param>
/// <param name="Ease">For <see cref="RetimeWay.Speed"/>: over how many frames on each side of its ends the speed changes.</param>
/// <param name="EndsAt">For <see cref="RetimeWay.Speed"/>, in place of a speed: the frame at which the part then ends.</param>
/// <param name="GrowRange">The scene range, and the work range where it ended with it, grow by what the part grew.</param>
public sealed record RetimePart(
    WarpId? Warp, RetimeWay Way, decimal From, decimal To = 0, decimal Speed = 1, decimal Frames = 0, int Times = 2,
    decimal Ease = 0, bool GrowRange = false, decimal? EndsAt = null) : Edit
{
    // Lengths are taken to a thousandth of a tick's share of the speed, so that the ratio of two is one of whole numbers.
    private const decimal Fine = 1_000_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant(Way switch
    {
        RetimeWay.Speed when EndsAt is { } end => (FormattableString)$"Play {From} to {To} so that it ends at {end}",
        RetimeWay.Speed => $"Play {From} to {To} at {Speed * 100:0.##} %",
        RetimeWay.Hold => $"Hold frame {From} for {Frames} frames",
        RetimeWay.Backwards => $"Play {From} to {To} backwards",
        RetimeWay.Freeze => $"Freeze at {From}",
        _ => $"Play {From} to {To} {Times} times",
    });

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Warp is null) scene = new AddWarp().Apply(scene);
        var warp = scene.Warp(Warp ?? scene.Warps.Keys.Max());
        var rate = scene.Rate;
        var (from, to) = (rate.At(From, "from"), rate.At(To, "to"));
        var hasPart = Way is RetimeWay.Speed or RetimeWay.Backwards or RetimeWay.Loop;
        if (hasPart && to <= from) throw new Refusal("to", "the part ends after it starts");
        var next = Way switch
        {
            RetimeWay.Speed => Retimed.Stretched(warp, Longer(rate, from, to), from, to, rate.At(Checked(Ease, 0, 10_000, "ease")) - Tick.Zero),
            RetimeWay.Hold => Retimed.Held(warp, from, rate.At(Checked(Frames, 0.001m, 1_000_000, "frames")) - Tick.Zero),
            RetimeWay.Backwards => Retimed.Turned(warp, from, to),
            RetimeWay.Freeze => Retimed.Frozen(warp, from, rate.StartOf(scene.Settings.Range.First)),
            RetimeWay.Loop => Retimed.Looped(warp, from, rate.At(To + 1, "to"), (int)Checked(Times, 1, 1000, "times")),
            _ => throw new Refusal("way", "there is no such way"),
        };
        if (next.Keys.Length > BakeCycles.MostKeys) throw new Refusal("times", "that many points are too many; loop it less often");
        scene = scene.With(warp with { Curve = Scenes.Warp.InTicks(next), Beyond = Way == RetimeWay.Freeze ? WarpBeyond.Stop : warp.Beyond });
        return GrowRange ? Grown(scene, Growth(rate, from, to)) : scene;
    }

    /// <summary>How much later what follows the part is played.</summary>
    private TickSpan Growth(FrameRate rate, Tick from, Tick to) => Way switch
    {
        RetimeWay.Speed => Longer(rate, from, to).Of(to) - to,
        RetimeWay.Hold => rate.At(Frames) - Tick.Zero,
        RetimeWay.Loop => new TickSpan((rate.At(To + 1) - from).Value * (Times - 1)),
        _ => new TickSpan(0),
    };

    private Stretch Longer(FrameRate rate, Tick from, Tick to)
    {
        if (EndsAt is not { } end) return new(rate, from, (long)Fine, (long)(Checked(Speed, 0.001m, 1000, "speed") * Fine), (from, to));
        var length = rate.At(end, "endsAt") - from;
        if (length.Value <= 0) throw new Refusal("endsAt", "the part ends after it starts");
        Checked((decimal)(to - from).Value / length.Value, 0.001m, 1000, "endsAt");
        return new(rate, from, length.Value, (to - from).Value, (from, to));
    }

    private static Scene Grown(Scene scene, TickSpan by)
    {
        var (range, work) = (scene.Settings.Range, scene.Settings.Work);
        var frames = scene.Rate.NearestFrame(Tick.Zero + by);
        if (frames <= 0) return scene;
        var grown = range with { Last = range.Last + frames };
        return scene with { Settings = scene.Settings with { Range = grown, Work = work.Last == range.Last ? work with { Last = grown.Last } : work } };
    }

    private static decimal Checked(decimal value, decimal least, decimal most, string place) => value >= least && value <= most
        ? value
        : throw new Refusal(place, FormattableString.Invariant($"give {least} to {most}"));
}
