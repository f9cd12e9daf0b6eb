using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store;

/// <summary>What a kept edit touched: its rows, and the objects and layers that they belong to.</summary>
public sealed class TouchedRows
{
    private readonly HashSet<RowKey> _rows = [];
    private readonly HashSet<int> _objects = [];
    private readonly HashSet<int> _whole = [];
    private readonly HashSet<int> _layers = [];
    private readonly HashSet<int> _wholeLayers = [];

    /// <param name="row">A row.</param>
    /// <param name="cameOrWent">Whether it was added or taken out.</param>
    internal void Add(RowKey row, bool cameOrWent)
    {
        _rows.Add(row);
        if (row.Kind == RowKind.Layer || row.Kind == RowKind.Channel && LayeredName.Is(row.Channel))
        {
            var layer = row.Kind == RowKind.Layer ? row.Id : LayeredName.LayerOf(row.Channel)?.Value ?? 0;
            _layers.Add(layer);
            if (row.Kind == RowKind.Layer && cameOrWent) _wholeLayers.Add(layer);
        }
        if (row.Kind is not (RowKind.Object or RowKind.Channel)) return;
        _objects.Add(row.Id);
        if (row.Kind == RowKind.Object && cameOrWent) _whole.Add(row.Id);
    }

    /// <summary>Whether both touched the same row, or one had to do with an object or a layer that came or went with the other.</summary>
    public bool Overlaps(TouchedRows other) =>
        _rows.Overlaps(other._rows) || _whole.Overlaps(other._objects) || other._whole.Overlaps(_objects)
        || _wholeLayers.Overlaps(other._layers) || other._wholeLayers.Overlaps(_layers);
}
