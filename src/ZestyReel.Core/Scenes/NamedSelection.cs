using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>A set of objects with a name, to select them again or to limit what keying touches.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">Unique among the scene's named selections.</param>
/// <param name="Objects">Without repeats, in rising order.</param>
public sealed record NamedSelection(NamedSelectionId Id, string Name, ImmutableArray<ObjectId> Objects)
{
    /// <inheritdoc/>
    public bool Equals(NamedSelection? other) =>
        other is not null && (Id, Name) == (other.Id, other.Name) && Objects.AsSpan().SequenceEqual(other.Objects.AsSpan());

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Id, Name, Objects.Length);
}
