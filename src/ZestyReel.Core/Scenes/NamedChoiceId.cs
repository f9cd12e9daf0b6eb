namespace ZestyReel.Core.Scenes;

/// <summary>Names a named choice within its scene.</summary>
public readonly record struct NamedChoiceId(int Value) : IComparable<NamedChoiceId>
{
    public int CompareTo(NamedChoiceId other) => Value.CompareTo(other.Value);
}
