namespace ZestyReel.Core.Scenes;

/// <summary>Names a placed clip within its scene.</summary>
public readonly record struct PlacedClipId(int Value) : IComparable<PlacedClipId>
{
    /// <inheritdoc/>
    public int CompareTo(PlacedClipId other) => Value.CompareTo(other.Value);
}
