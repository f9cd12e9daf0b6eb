using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Says that what the timing check has found is meant, so that it is told of no more.</summary>
/// <param name="Finding">What was found.</param>
/// <param name="Start">When it begins, as played.</param>
/// <param name="End">When it ends, as played.</param>
/// <param name="Object">Whose it is.</param>
/// <param name="Subject">Or the name of the warp, the cue or the sound that it is about.</param>
/// <param name="Channel">The channel; empty where it is about several, or none.</param>
public sealed record SetAside(FindingKind Finding, Tick Start, Tick End, ObjectId? Object = null, string Subject = "", string Channel = "") : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"It is meant: {(Object is { } thing ? scene.Objects.GetValueOrDefault(thing)?.Name : Names.Shown(Subject))}{(Channel.Length > 0 ? $" {Names.Shown(Channel)}" : "")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var mark = new Mark(scene.NextMarkId(), Finding, Object is { } thing ? scene.Object(thing).Id : null, Subject, Channel, Start, End);
        MarkRules.Check(mark);
        return MarkEdits.WithRoom(scene with { Marks = scene.Marks.Add(mark.Id, mark) });
    }
}
