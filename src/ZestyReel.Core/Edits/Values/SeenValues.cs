using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// What is seen on one played frame, and what must stand in a curve so that something is: the answer that setting, keying
/// and holding share; see <see cref="Stages"/>.
/// </summary>
internal sealed class SeenValues(Scene scene, decimal frame)
{
    private readonly FrameTimes _moment = FrameTimes.At(scene, scene.Rate.At(frame));
    private readonly TimeFlow _flow = new(scene);

    /// <summary>Where a key has to stand to be seen on the frame: at its source time, or the tick before where that lies between two.</summary>
    public Tick Source(CurveRef curve) => KeyedAt(_flow.SourceOf(curve, _moment.Played[0]));

    /// <summary>The tick at which a key is seen at a source time that may lie between ticks.</summary>
    public static Tick KeyedAt(double source) => new((long)Math.Floor(source));

    /// <summary>What is seen of a channel.</summary>
    public double Seen(AddressedChannel at) => at.Curve.Object is { } id
        ? Stages.Values(scene.Object(id), at.Spec.Name, _moment)[0]
        : at.Spec.Within(at.Channel.ValueAt(_flow.SourceOf(at.Curve, _moment.Played[0])));

    /// <summary>The value that must stand in the channel's own keys so that another is seen.</summary>
    /// <exception cref="Refusal">Something else than its keys decides what is seen.</exception>
    public double Own(AddressedChannel at, double seen, string place)
    {
        if (at.Curve.Object is not { } id) return seen;
        var thing = scene.Object(id);
        return Stages.OwnValue(thing, at.Spec, seen, _moment)
            ?? throw new Refusal(place, $"{at.Words} is driven by {Stages.DriverOf(thing, at.Spec.Name, _moment)}; change that instead");
    }
}
