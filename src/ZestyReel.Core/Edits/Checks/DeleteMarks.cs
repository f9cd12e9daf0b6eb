using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes back what the timing check was told.</summary>
public sealed record DeleteMarks(ImmutableArray<MarkId> Marks) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => !Marks.IsDefault && Marks.Length == 1
        ? $"Forget {(scene.Marks.GetValueOrDefault(Marks[0])?.IsContact == true ? "a contact" : "that it is meant")}"
        : $"Forget {(Marks.IsDefault ? 0 : Marks.Length)} marks";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Marks.IsDefaultOrEmpty) throw new Refusal("marks", "say which marks are taken back");
        foreach (var id in Marks)
            if (!scene.Marks.ContainsKey(id)) throw new Refusal("marks", "there is no such mark any more");
        return scene with { Marks = scene.Marks.RemoveRange(Marks) };
    }
}
