using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>What every cue keeps to.</summary>
public static class CueRules
{
    /// <summary>The furthest distance that a cue can wait for, in scene lengths.</summary>
    public const double Furthest = 1e9;

    /// <exception cref="Refusal">The cue breaks a rule; the place is that of what is wrong.</exception>
    public static void Check(Scene scene, Cue cue)
    {
        Names.Checked(cue.Name, "name");
        Check(scene, cue.When);
        if (!cue.From.IsWithinReach || !cue.Anchor.IsWithinReach || !new Tick(cue.Offset.Value).IsWithinReach) throw new Refusal("offset", "a time of the cue is out of reach");
        if (cue.Starts.IsDefaultOrEmpty) throw new Refusal("starts", "a cue starts something at least; delete it instead");
        var seen = new HashSet<TimeTarget>();
        foreach (var target in cue.Starts)
        {
            var thing = scene.Object(target.Object, "starts");
            if (target.Channel is { } channel) thing.OwnSpec(channel, "starts");
            if (!seen.Add(target)) throw new Refusal("starts", $"{cue.Name} starts {thing.Name} twice");
        }
    }

    /// <exception cref="Refusal">What is waited for is not there, or says more or less than the event needs.</exception>
    public static void Check(Scene scene, CueWhen when)
    {
        if (!Enum.IsDefined(when.Event)) throw new Refusal("when", "there is no such event");
        if (!Enum.IsDefined(when.Going)) throw new Refusal("when.going", "there is no such way to go");
        if (!double.IsFinite(when.Value)) throw new Refusal("when.value", "the value is no number");
        var isNear = when.Event is CueEvent.Near or CueEvent.Leaves;
        if (when.Bookmark is null != (when.Event != CueEvent.Bookmark)) throw new Refusal("when.bookmark", when.Bookmark is null ? "say which bookmark" : "only a cue that waits for a bookmark has one");
        if (when.Object is null != (when.Event == CueEvent.Bookmark)) throw new Refusal("when.object", when.Object is null ? "say which object is watched" : "a cue that waits for a bookmark watches no object");
        if (when.Channel is null != (when.Event != CueEvent.Reaches)) throw new Refusal("when.channel", when.Channel is null ? "say which channel is watched" : "only a cue that waits for a value watches a channel");
        if (when.Other is null == isNear) throw new Refusal("when.other", when.Other is null ? "say from which object the distance is" : "only a cue that waits for a distance has another object");
        if (when.Going != CueGoing.Either && when.Event != CueEvent.Reaches) throw new Refusal("when.going", "only a value is reached from one side");
        if (when.Bookmark is { } bookmark && !scene.Bookmarks.ContainsKey(bookmark)) throw new Refusal("when.bookmark", "there is no such bookmark any more");
        if (when.Object is { } id && scene.Object(id, "when.object") is var thing && when.Channel is { } channel) thing.OwnSpec(channel, "when.channel").Checked(when.Value, "when.value");
        if (when.Event == CueEvent.Bookmark && when.Value != 0) throw new Refusal("when.value", "a bookmark has no value");
        if (!isNear) return;
        if (scene.Object(when.Other!.Value, "when.other").Id == when.Object) throw new Refusal("when.other", "nothing comes near to itself; take another object");
        if (!(when.Value is >= 0 and <= Furthest)) throw new Refusal("when.value", FormattableString.Invariant($"the distance is 0 to {Furthest:0}"));
    }
}
