using System.Buffers;
using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Room for some channels of one object over a run of moments: a row of doubles for each channel, taken from a pool.</summary>
internal sealed class ChannelRows(SceneObject thing, ImmutableArray<ChannelSpec> channels, int count) : IDisposable
{
    private double[]? _room = ArrayPool<double>.Shared.Rent(Math.Max(1, channels.Length * count));

    /// <summary>Whose channels.</summary>
    public SceneObject Object { get; } = thing;

    /// <summary>Which channels, in the order of the rows.</summary>
    public ImmutableArray<ChannelSpec> Channels { get; } = channels;

    /// <summary>How many moments there are.</summary>
    public int Count { get; } = count;

    /// <summary>The row of the channel at a place.</summary>
    public Span<double> this[int at] => _room.AsSpan(at * Count, Count);

    /// <summary>The row of a channel; empty where it is not asked for.</summary>
    public Span<double> Of(string channel)
    {
        for (var i = 0; i < Channels.Length; i++)
            if (Channels[i].Name == channel) return this[i];
        return default;
    }

    /// <summary>Whether a channel has a row.</summary>
    public bool Has(string channel)
    {
        foreach (var spec in Channels)
            if (spec.Name == channel) return true;
        return false;
    }

    /// <summary>Gives the room back.</summary>
    public void Dispose()
    {
        if (_room is { } room) ArrayPool<double>.Shared.Return(room);
        _room = null;
    }
}
