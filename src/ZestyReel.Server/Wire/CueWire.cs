using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>Turns cues into messages.</summary>
internal static class CueWire
{
    /// <summary>The cues that changed, and those that call at another moment than before.</summary>
    public static IEnumerable<CueMessage> Told(SceneChange change, Scene before, Scene after)
    {
        if (after.Cues.IsEmpty) return [];
        var (was, isNow) = (CueMoments.Of(before), CueMoments.Of(after));
        var isOtherRate = before.Rate != after.Rate;
        var changed = change.Rows.Where(row => row.Row.Kind == RowKind.Cue).Select(row => row.Row.Id).ToHashSet();
        return after.Cues.Values
            .Where(cue => isOtherRate || changed.Contains(cue.Id.Value) || before.Cues.GetValueOrDefault(cue.Id) is not { } old || !was.At(old).Equals(isNow.At(cue)))
            .Select(cue => Message(cue, isNow.At(cue), after));
    }

    /// <summary>What could be waited for at a moment.</summary>
    public static CueProposalMessage[] Proposals(Scene scene, Tick moment, IEnumerable<ObjectId> started) =>
        [.. CueProposals.Of(scene, moment, started).Select(each => new CueProposalMessage(Message(each.When), scene.Rate.FrameOf(each.From.Value), scene.Rate.FrameOf(each.Calls.Value)))];

    /// <summary>The cue that an edit adds or changes, as it would be.</summary>
    /// <exception cref="Refusal">The edit cannot be done, or is none of a cue.</exception>
    public static CueMessage LookAhead(Scene scene, Edit edit)
    {
        if (edit is not (AddCue or SetCue)) throw new Refusal("edit", "it changes no cue");
        var (after, change) = edit.Changed(scene);
        var cue = edit is SetCue set ? after.Cue(set.Cue) : change.Rows.Select(row => row.After).OfType<Cue>().Single();
        return Message(cue, CueMoments.Of(after).At(cue), after);
    }

    private static CueWhenMessage Message(CueWhen when) =>
        new(when.Event, when.Object?.Value, when.Channel, when.Value, when.Going, when.Other?.Value, when.Bookmark?.Value);

    private static CueMessage Message(Cue cue, CueMoment moment, Scene scene)
    {
        double Frame(long ticks) => scene.Rate.FrameOf(ticks);
        return new(
            cue.Id.Value, cue.Name, cue.On,
            Message(cue.When),
            Frame(cue.From.Value), Frame(cue.Offset.Value), [.. cue.Starts.Select(target => new TargetMessage(target.Object.Value, target.Channel))], Frame(cue.Anchor.Value),
            moment.At is { } calls ? Frame(calls.Value) : null, double.IsNaN(moment.Nearest) ? null : moment.Nearest, Frame(moment.NearestAt.Value));
    }
}
