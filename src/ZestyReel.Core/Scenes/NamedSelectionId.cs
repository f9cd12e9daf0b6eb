namespace ZestyReel.Core.Scenes;

/// <summary>Names a named selection within its scene.</summary>
public readonly record struct NamedSelectionId(int Value) : IComparable<NamedSelectionId>
{
    /// <inheritdoc/>
    public int CompareTo(NamedSelectionId other) => Value.CompareTo(other.Value);
}
