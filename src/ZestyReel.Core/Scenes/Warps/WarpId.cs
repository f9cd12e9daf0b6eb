namespace ZestyReel.Core.Scenes;

/// <summary>Names a warp within its scene.</summary>
public readonly record struct WarpId(int Value) : IComparable<WarpId>
{
    public int CompareTo(WarpId other) => Value.CompareTo(other.Value);
}
