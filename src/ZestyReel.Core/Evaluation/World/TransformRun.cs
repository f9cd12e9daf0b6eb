using System.Collections;

namespace ZestyReel.Core.Evaluation;

/// <summary>A transform at each of some moments; kept once where it is the same at all of them.</summary>
public sealed class TransformRun : IReadOnlyList<Transform>
{
    private readonly Transform[] _each;

    /// <summary>The same at every moment.</summary>
    public TransformRun(in Transform still, int count) => (_each, Count) = ([still], count);

    /// <summary>One for each moment.</summary>
    public TransformRun(Transform[] each) => (_each, Count) = (each, each.Length);

    /// <summary>How many moments there are.</summary>
    public int Count { get; }

    /// <summary>Whether it is kept once for all moments.</summary>
    public bool IsStill => _each.Length < Count;

    /// <summary>How many transforms are kept.</summary>
    internal int Kept => _each.Length;

    /// <summary>The transform at a moment, by its place in the run.</summary>
    public ref readonly Transform this[int at] => ref _each[_each.Length == 1 ? 0 : at];

    Transform IReadOnlyList<Transform>.this[int at] => this[at];

    /// <inheritdoc/>
    public IEnumerator<Transform> GetEnumerator()
    {
        for (var i = 0; i < Count; i++) yield return this[i];
    }

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    /// <summary>Inner transforms seen through outer ones.</summary>
    public static TransformRun operator *(TransformRun outer, TransformRun inner)
    {
        if (outer.Kept == 1 && inner.Kept == 1) return new(outer[0] * inner[0], outer.Count);
        var each = new Transform[outer.Count];
        for (var i = 0; i < each.Length; i++) each[i] = outer[i] * inner[i];
        return new(each);
    }
}
