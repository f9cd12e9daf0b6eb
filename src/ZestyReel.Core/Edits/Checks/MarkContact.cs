using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says that objects stand, from one played frame to another: the timing check tells where they slide.</summary>
/// <param name="Objects">Which objects.</param>
/// <param name="First">The first frame on which they stand.</param>
/// <param name="Last">The last one.</param>
public sealed record MarkContact(ImmutableArray<ObjectId> Objects, decimal First, decimal Last) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => !Objects.IsDefault && Objects.Length == 1
        ? FormattableString.Invariant($"{scene.Objects.GetValueOrDefault(Objects[0])?.Name} stands from {First} to {Last}")
        : FormattableString.Invariant($"{(Objects.IsDefault ? 0 : Objects.Length)} objects stand from {First} to {Last}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (Last < First) throw new Refusal("last", "the last frame on which it stands is not before the first");
        var (start, end) = (scene.Rate.At(First, "first"), scene.Rate.At(Last, "last"));
        foreach (var (i, id) in Objects.Distinct().Index())
        {
            var mark = new Mark(scene.NextMarkId(), null, scene.Object(id, $"objects[{i}]").Id, "", "", start, end);
            scene = scene with { Marks = scene.Marks.Add(mark.Id, mark) };
        }
        return MarkEdits.WithRoom(scene);
    }
}
