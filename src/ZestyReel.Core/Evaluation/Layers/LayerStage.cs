using System.Buffers;
using System.Numerics;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// Layers, from the lowest up. With v what is below, L the layer's value at the channel's source time and s its strength
/// at the played time: a layer that adds gives v + s·L, one that overrides v + s·(L − v). What only holds takes the value
/// of the highest layer that overrides it with half its strength or more.
/// </summary>
internal sealed class LayerStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) =>
        "the layer " + string.Join(", ", times.LayersOn(thing).Over(channel).Select(each => each.Layer.Name));

    public bool Moves(SceneObject thing, string channel, FrameTimes times) => times.LayersOn(thing).Over(channel).Length > 0;

    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => [];

    public void Apply(ChannelRows rows, FrameTimes times) => ApplyBelow(null, rows, times);

    /// <summary>As the other, only with the layers below one; with all where none is given.</summary>
    public static void ApplyBelow(LayerId? top, ChannelRows rows, FrameTimes times)
    {
        var layered = times.LayersOn(rows.Object);
        if (layered.IsEmpty) return;
        var room = ArrayPool<double>.Shared.Rent(times.Count);
        var values = room.AsSpan(0, times.Count);
        for (var c = 0; c < rows.Channels.Length; c++)
        {
            var spec = rows.Channels[c];
            foreach (var (layer, curve) in layered.Over(spec.Name))
            {
                if (IsFrom(layer, top, times)) break;
                if (spec.HoldsOnly && layer.Mode == LayerMode.Add) continue;
                curve.ValuesAt(times.For(rows.Object.Id, spec.Name), values);
                Lay(rows[c], values, times.StrengthsOf(layer), layer.Mode, spec.HoldsOnly);
            }
        }
        ArrayPool<double>.Shared.Return(room);
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times) => Below(null, thing, spec, after, times) is { } value ? spec.Within(value) : null;

    /// <summary>The value that must be there above a layer, or above the base where none is given, so that another is there after all layers; null where none gives that.</summary>
    public static double? Below(LayerId? bottom, SceneObject thing, ChannelSpec spec, double after, FrameTimes times)
    {
        var over = times.LayersOn(thing).Over(spec.Name);
        for (var i = over.Length - 1; i >= 0; i--)
        {
            var (layer, curve) = over[i];
            if (bottom is { } end && !IsAbove(layer, end, times)) break;
            var strength = times.StrengthsOf(layer)[0];
            if (spec.HoldsOnly)
            {
                if (layer.Mode == LayerMode.Override && strength >= 0.5) return null;
                continue;
            }
            var value = curve.ValueAt(times.For(thing.Id, spec.Name)[0]);
            if (layer.Mode == LayerMode.Add) after -= strength * value;
            else if (strength == 1) return null;
            else after = (after - strength * value) / (1 - strength);
        }
        return after;
    }

    /// <summary>Whether a layer is another one or lies above it.</summary>
    private static bool IsFrom(Layer layer, LayerId? other, FrameTimes times) => other is { } id && (layer.Id == id || IsAbove(layer, id, times));

    /// <summary>Whether a layer lies above another one, which may have nothing of the channel.</summary>
    private static bool IsAbove(Layer layer, LayerId other, FrameTimes times)
    {
        foreach (var each in times.Layers)
        {
            if (each.Id == layer.Id) return false;
            if (each.Id == other) return true;
        }
        return false;
    }

    /// <summary>Lays a layer's values over a row, several moments at once.</summary>
    private static void Lay(Span<double> row, ReadOnlySpan<double> values, ReadOnlySpan<double> strengths, LayerMode mode, bool holdsOnly)
    {
        var i = 0;
        if (holdsOnly)
        {
            for (; i < row.Length; i++) row[i] = strengths[i] >= 0.5 ? values[i] : row[i];
            return;
        }
        if (mode == LayerMode.Add)
        {
            for (; i + Vector<double>.Count <= row.Length; i += Vector<double>.Count)
                (new Vector<double>(row[i..]) + new Vector<double>(strengths[i..]) * new Vector<double>(values[i..])).CopyTo(row[i..]);
            for (; i < row.Length; i++) row[i] += strengths[i] * values[i];
            return;
        }
        for (; i + Vector<double>.Count <= row.Length; i += Vector<double>.Count)
        {
            var (below, own, strength) = (new Vector<double>(row[i..]), new Vector<double>(values[i..]), new Vector<double>(strengths[i..]));
            // At all its strength it is the very value.
            System.Numerics.Vector.ConditionalSelect(System.Numerics.Vector.Equals(strength, Vector<double>.One), own, below + strength * (own - below)).CopyTo(row[i..]);
        }
        for (; i < row.Length; i++) row[i] = strengths[i] == 1 ? values[i] : row[i] + strengths[i] * (values[i] - row[i]);
    }
}
