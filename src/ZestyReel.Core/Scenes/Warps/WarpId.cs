namespace ZestyReel.Core.Scenes;

/// <summary>Names a warp within its scene.</summary>
public readonly record struct WarpId(int Value) : IComparable<WarpId>
{
    /// <inheritdoc/>
    public int CompareTo(WarpId other) => Value.CompareTo(other.Value);
}
