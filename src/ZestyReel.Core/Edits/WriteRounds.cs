using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Writes down as keys what a channel does before or after its own: so many rounds of a repeat or a mirror.</summary>
public sealed record WriteRounds(ObjectId Object, string Channel, int Before = 0, int After = 0) : Edit
{
    /// <summary>Most rounds on either side.</summary>
    public const int Most = 1000;

    /// <summary>Most keys that a channel may come to have by it.</summary>
    public const int MostKeys = 1_000_000;

    public override string Title(Scene scene) => $"Make {Before + After} {(Before + After == 1 ? "round" : "rounds")} of {scene.Object(Object).Name} {Channel} real";

    public override Scene Apply(Scene scene)
    {
        if (Before is < 0 or > Most) throw new Refusal("before", $"give 0 to {Most} rounds");
        if (After is < 0 or > Most) throw new Refusal("after", $"give 0 to {Most} rounds");
        if (Before + After == 0) throw new Refusal("after", "give at least one round");
        var thing = scene.Object(Object);
        thing.Spec(Channel, "channel");
        var channel = thing.Unlocked(Channel, "channel");
        if (channel.Curve is not { Keys.Length: > 1 } curve) throw new Refusal("channel", "a round needs two keys at least");
        if (Before > 0 && !IsRound(curve.Before)) throw new Refusal("before", "it does not repeat before its keys; let it repeat or mirror first");
        if (After > 0 && !IsRound(curve.After)) throw new Refusal("after", "it does not repeat after its keys; let it repeat or mirror first");
        if ((long)curve.Keys.Length * (1 + Before + After) > MostKeys) throw new Refusal("after", "that many keys are too many; write fewer rounds");
        return scene.With(thing.WithChannel(Channel, channel with { Curve = curve.WithKeys(Rounds.Written(curve, Before, After)) }));
    }

    private static bool IsRound(Extrapolation how) => how is Extrapolation.Repeat or Extrapolation.RepeatOffset or Extrapolation.Mirror;
}
