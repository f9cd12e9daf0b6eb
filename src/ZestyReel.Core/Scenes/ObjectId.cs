namespace ZestyReel.Core.Scenes;

/// <summary>Names an object within its scene.</summary>
public readonly record struct ObjectId(int Value) : IComparable<ObjectId>
{
    /// <inheritdoc/>
    public int CompareTo(ObjectId other) => Value.CompareTo(other.Value);
}
