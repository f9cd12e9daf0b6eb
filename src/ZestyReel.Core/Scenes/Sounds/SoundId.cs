namespace ZestyReel.Core.Scenes;

/// <summary>Names a sound within its scene.</summary>
public readonly record struct SoundId(int Value) : IComparable<SoundId>
{
    /// <inheritdoc/>
    public int CompareTo(SoundId other) => Value.CompareTo(other.Value);
}
