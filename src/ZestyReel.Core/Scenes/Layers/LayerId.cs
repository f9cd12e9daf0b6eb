namespace ZestyReel.Core.Scenes;

/// <summary>Names a layer within its scene.</summary>
public readonly record struct LayerId(int Value) : IComparable<LayerId>
{
    /// <inheritdoc/>
    public int CompareTo(LayerId other) => Value.CompareTo(other.Value);
}
