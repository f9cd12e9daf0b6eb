using System.Buffers;
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
        "the layer " + string.Join(", ", times.Layers.Where(layer => CurveIn(thing, layer, channel) is not null).Select(layer => layer.Name));

    public bool Moves(SceneObject thing, string channel, FrameTimes times)
    {
        foreach (var layer in times.Layers)
            if (CurveIn(thing, layer, channel) is not null) return true;
        return false;
    }

    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        foreach (var layer in times.Layers) Apply(layer, rows, times);
    }

    /// <summary>As the other, only with the layers below one.</summary>
    public static void ApplyBelow(LayerId top, ChannelRows rows, FrameTimes times)
    {
        foreach (var layer in times.Layers)
        {
            if (layer.Id == top) return;
            Apply(layer, rows, times);
        }
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times) => Below(null, thing, spec, after, times) is { } value ? spec.Within(value) : null;

    /// <summary>The value that must be there above a layer, or above the base where none is given, so that another is there after all layers; null where none gives that.</summary>
    public static double? Below(LayerId? bottom, SceneObject thing, ChannelSpec spec, double after, FrameTimes times)
    {
        for (var i = times.Layers.Length - 1; i >= 0 && times.Layers[i].Id != bottom; i--)
        {
            var layer = times.Layers[i];
            if (CurveIn(thing, layer, spec.Name) is not { } curve) continue;
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

    private static void Apply(Layer layer, ChannelRows rows, FrameTimes times)
    {
        for (var c = 0; c < rows.Channels.Length; c++)
        {
            var spec = rows.Channels[c];
            if (CurveIn(rows.Object, layer, spec.Name) is not { } curve || spec.HoldsOnly && layer.Mode == LayerMode.Add) continue;
            var strengths = times.StrengthsOf(layer);
            var room = ArrayPool<double>.Shared.Rent(times.Count);
            Span<double> values = room.AsSpan(0, times.Count), row = rows[c];
            curve.ValuesAt(times.For(rows.Object.Id, spec.Name), values);
            if (spec.HoldsOnly)
                for (var i = 0; i < row.Length; i++) row[i] = strengths[i] >= 0.5 ? values[i] : row[i];
            else if (layer.Mode == LayerMode.Add)
                for (var i = 0; i < row.Length; i++) row[i] += strengths[i] * values[i];
            else
                for (var i = 0; i < row.Length; i++) row[i] = strengths[i] == 1 ? values[i] : row[i] + strengths[i] * (values[i] - row[i]);
            ArrayPool<double>.Shared.Return(room);
        }
    }

    private static Curves.Curve? CurveIn(SceneObject thing, Layer layer, string channel) =>
        thing.Channels.GetValueOrDefault(LayeredName.Of(layer.Id, channel))?.Curve;
}
