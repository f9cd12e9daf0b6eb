using System.Collections;
using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>The deformers of an object, in the order in which they act. Never empty: an object without any has no stack.</summary>
public sealed class DeformerStack : IReadOnlyList<Deformer>, IEquatable<DeformerStack>
{
    private readonly ImmutableArray<Deformer> _deformers;
    private readonly Dictionary<string, ChannelSpec> _specs;
    private Known _known;

    private DeformerStack(ImmutableArray<Deformer> deformers)
    {
        _deformers = deformers;
        Specs = [.. deformers.SelectMany(each => DeformerChannels.Of(each.Kind).Select(spec => DeformerChannels.For(each, spec)))];
        _specs = Specs.DistinctBy(spec => spec.Name).ToDictionary(spec => spec.Name);
        _known = new([], Specs);
    }

    /// <summary>The stack of some deformers; null where there are none.</summary>
    public static DeformerStack? Of(ImmutableArray<Deformer> deformers) => deformers.IsDefaultOrEmpty ? null : new(deformers);

    /// <summary>The channels that they give their object, in their order.</summary>
    public ImmutableArray<ChannelSpec> Specs { get; }

    /// <inheritdoc/>
    public int Count => _deformers.Length;

    /// <inheritdoc/>
    public Deformer this[int index] => _deformers[index];

    /// <summary>The channel of that name; null where none of them gives it.</summary>
    public ChannelSpec? Find(string channel) => _specs.GetValueOrDefault(channel);

    /// <summary>The place of the deformer of that name; −1 where there is none.</summary>
    public int IndexOf(string name)
    {
        for (var i = 0; i < _deformers.Length; i++)
            if (_deformers[i].Name == name) return i;
        return -1;
    }

    /// <summary>The channels of an object, those that it has besides and those of its deformers.</summary>
    internal ImmutableArray<ChannelSpec> After(ImmutableArray<ChannelSpec> own)
    {
        var known = _known;
        if (known.Before != own) _known = known = new(own, own.AddRange(Specs));
        return known.All;
    }

    /// <summary>All channels after some others. One reference, so that no thread sees half of another one's.</summary>
    private sealed record Known(ImmutableArray<ChannelSpec> Before, ImmutableArray<ChannelSpec> All);

    /// <inheritdoc/>
    public bool Equals(DeformerStack? other) => other is not null && (ReferenceEquals(this, other) || _deformers.AsSpan().SequenceEqual(other._deformers.AsSpan()));

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as DeformerStack);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(_deformers.Length, _deformers[0]);

    /// <inheritdoc/>
    public IEnumerator<Deformer> GetEnumerator() => _deformers.AsEnumerable().GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}
