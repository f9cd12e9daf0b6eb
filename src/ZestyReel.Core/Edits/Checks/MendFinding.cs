using System.Collections.Immutable;
using ZestyReel.Core.Checks;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Mends what the timing check has found, in the way that it offers; it is looked for anew, in the scene as it is now.</summary>
/// <param name="Finding">What was found.</param>
/// <param name="Start">When it begins, as played.</param>
/// <param name="End">When it ends, as played.</param>
/// <param name="Object">Whose it is.</param>
/// <param name="Subject">Or the name of the sound that it is about.</param>
/// <param name="Channel">The channel; empty where it is about several, or none.</param>
public sealed record MendFinding(FindingKind Finding, Tick Start, Tick End, ObjectId? Object = null, string Subject = "", string Channel = "") : Edit
{
    /// <inheritdoc/>
    public override bool MayTakeLong() => true;

    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"Mend {(Object is { } thing ? scene.Objects.GetValueOrDefault(thing)?.Name : Names.Shown(Subject))}{(Channel.Length > 0 ? $" {Names.Shown(Channel)}" : "")}: {FindingWords.Mend(Finding)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Start.IsWithinReach || !End.IsWithinReach || End < Start) throw new Refusal("start", "that is no stretch of time");
        if (Object is { } known) scene.Object(known);
        var frames = new FrameRange(scene.Rate.NearestFrame(Start) - 4, scene.Rate.NearestFrame(End) + 4).Checked("end");
        var all = (Object is null ? TimeFindings.Of(scene, frames) : SceneCheck.Of(scene, new(frames, Only: Object), Effort.Stop))
            .Where(each => each.Kind == Finding && each.Object == Object && each.Channel == Channel && (Object is not null || each.Subject == Subject) && each.Start <= End && Start <= each.End && each.Mend is not null)
            .ToList();
        if (all.Count == 0) throw new Refusal("finding", "it is not there any more, or cannot be mended by itself");
        return all.Aggregate(scene, (next, found) => Way(next, found).Within(next));
    }

    private static Edit Way(Scene scene, Finding found)
    {
        ImmutableArray<KeySet> keys = [.. found.Keys.Select(each => new KeySet(each.Curve, each.Times))];
        ImmutableArray<KeySet> last = [.. found.Keys.Select(each => new KeySet(each.Curve, [each.Times[^1]]))];
        double First() => scene.Object(found.Object!.Value).Channel(found.Keys[0].Curve.Channel).Curve is { } curve && curve.IndexOf(found.Keys[0].Times[0]) is >= 0 and var at ? curve.Keys[at].Value : throw new Refusal("finding", "its keys are not there any more");
        return found.Mend switch
        {
            FindingMend.OnWholeFrames => new PutOnFrames(keys),
            FindingMend.DeleteKeys => new DeleteKeys(keys),
            FindingMend.Clamp => new SetInterpolation(keys, Interpolation.Clamped, Interpolation.Clamped),
            FindingMend.SameValue or FindingMend.CloseLoop => new SetKeyValues(last, First()),
            FindingMend.Unwind => new UnwindRotation(keys),
            _ => new MoveSounds([scene.Sounds.Values.First(sound => sound.Name == found.Subject).Id], scene.Rate.StartOf(scene.Rate.NearestFrame(found.Start)).Value - found.Start.Value),
        };
    }
}
