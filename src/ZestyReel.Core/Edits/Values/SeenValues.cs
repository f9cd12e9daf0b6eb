using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// What is seen on one played frame, and what must stand in a curve so that something is: the answer that setting, keying
/// and holding share; see <see cref="Stages"/>.
/// </summary>
internal sealed class SeenValues(Scene scene, Tick moment)
{
    private readonly FrameTimes _moment = FrameTimes.At(scene, moment);
    private readonly TimeFlow _flow = new(scene);

    /// <param name="scene">The scene.</param>
    /// <param name="frame">The played frame.</param>
    public SeenValues(Scene scene, decimal frame) : this(scene, scene.Rate.At(frame))
    {
    }

    /// <summary>Where a key has to stand to be seen on the frame: at its source time, or the tick before where that lies between two.</summary>
    public Tick Source(CurveRef curve) => KeyedAt(_flow.SourceOf(curve, _moment.Played[0]));

    /// <summary>The tick at which a key is seen at a source time that may lie between ticks.</summary>
    public static Tick KeyedAt(double source) => new((long)Math.Floor(source));

    /// <summary>What is seen of a channel.</summary>
    public double Seen(AddressedChannel at) => at.Curve.Object is { } id
        ? Stages.Values(scene.Object(id), LayeredName.ChannelOf(at.Spec.Name), _moment)[0]
        : at.Spec.Within(at.Channel.ValueAt(_flow.SourceOf(at.Curve, _moment.Played[0])));

    /// <summary>The value that must stand in the channel's own keys so that another is seen.</summary>
    /// <exception cref="Refusal">Something else than its keys decides what is seen.</exception>
    public double Own(AddressedChannel at, double seen, string place)
    {
        if (at.Curve.Object is not { } id) return seen;
        var thing = scene.Object(id);
        if (at.Layer is { } layer) return OwnInLayer(at, thing, layer, seen, place);
        return Stages.OwnValue(thing, at.Spec, seen, _moment)
            ?? throw Driven(at, thing, at.Spec.Name, place);
    }

    private Refusal Driven(AddressedChannel at, SceneObject thing, string channel, string place) =>
        new(place, $"{at.Words} is driven by {Stages.DriverOf(thing, channel, _moment)}; {(IsLoose(thing, channel) ? "switch that off, set it, and switch it on again" : "change that instead")}");

    /// <summary>Whether what is seen rests on all that was before.</summary>
    private static bool IsLoose(SceneObject thing, string channel) => thing.Lag?.Moves(channel) == true || thing.Bounce?.Moves(channel) == true;

    /// <summary>What stands in a channel's keys on the frame; in a layer that has none of it, what changes nothing there.</summary>
    public double Standing(AddressedChannel at)
    {
        if (at.Layer is not { } layer || at.Channel.Curve is not null) return at.Spec.Within(at.Channel.ValueAt(Source(at.Curve).Value));
        var thing = scene.Object(at.Curve.Object!.Value);
        var own = thing.Spec(LayeredName.ChannelOf(at.Spec.Name), "channel");
        return layer.Mode == LayerMode.Add && !own.HoldsOnly ? 0 : at.Spec.Within(Stages.Below(thing, own, layer, _moment));
    }

    private double OwnInLayer(AddressedChannel at, SceneObject thing, Layer layer, double seen, string place)
    {
        var own = thing.Spec(LayeredName.ChannelOf(at.Spec.Name), place);
        if (Stages.OwnValue(thing, own, layer, own.Checked(seen, place), _moment) is { } value) return value;
        if (!_moment.Layers.Contains(layer))
            throw new Refusal(place, layer.On ? $"{layer.Name} is passed over while another layer is solo; let go of that first" : $"{layer.Name} is switched off; switch it on first");
        if (own.HoldsOnly && layer.Mode == LayerMode.Add) throw new Refusal(place, $"{own.Name} only holds, and nothing can be added to it; take a layer that overrides, or the base");
        if (_moment.StrengthsOf(layer)[0] is var strength && (strength == 0 || own.HoldsOnly && strength < 0.5))
            throw new Refusal(place, $"{layer.Name} has too little strength on this frame to be seen; give it some first");
        if (IsLoose(thing, own.Name)) throw Driven(at, thing, own.Name, place);
        throw new Refusal(place, $"a layer above {layer.Name}, or what rolls {thing.Name}, decides what is seen of {own.Name}; change that instead");
    }
}
