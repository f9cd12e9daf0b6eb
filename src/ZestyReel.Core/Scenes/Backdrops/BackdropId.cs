namespace ZestyReel.Core.Scenes;

/// <summary>Names a background picture within its scene.</summary>
public readonly record struct BackdropId(int Value) : IComparable<BackdropId>
{
    /// <inheritdoc/>
    public int CompareTo(BackdropId other) => Value.CompareTo(other.Value);
}
