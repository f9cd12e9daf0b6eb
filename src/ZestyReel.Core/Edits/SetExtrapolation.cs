using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says what a channel does before its first key, after its last, or both.</summary>
public sealed record SetExtrapolation(ObjectId Object, string Channel, Extrapolation? Before = null, Extrapolation? After = null) : Edit
{
    public override string Title(Scene scene) => $"Outside the keys of {scene.Object(Object).Name} {Channel}";

    public override Scene Apply(Scene scene)
    {
        var thing = scene.Object(Object);
        var spec = thing.Spec(Channel, "channel");
        if (thing.Unlocked(Channel, "channel").Curve is not { } curve)
            throw new Refusal("channel", $"{thing.Name}'s {Channel} has no keys yet; set one first");
        var (before, after) = (Before ?? curve.Before, After ?? curve.After);
        if (!Enum.IsDefined(before) || !Enum.IsDefined(after)) throw new Refusal("before", "there is no such extrapolation");
        if (spec.HoldsOnly && (before is Extrapolation.Straight or Extrapolation.RepeatOffset || after is Extrapolation.Straight or Extrapolation.RepeatOffset))
            throw new Refusal("before", $"{Channel} takes whole values only; hold, repeat or mirror it");
        return scene.With(thing.WithChannel(Channel, thing.Channel(Channel) with { Curve = new Curve(curve.Keys, before, after) }));
    }
}
