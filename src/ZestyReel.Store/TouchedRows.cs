using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;

namespace ZestyReel.Store;

/// <summary>What a kept edit touched: its rows, and the objects that they belong to.</summary>
public sealed class TouchedRows
{
    private readonly HashSet<RowKey> _rows = [];
    private readonly HashSet<int> _objects = [];
    private readonly HashSet<int> _whole = [];

    /// <param name="row">A row.</param>
    /// <param name="cameOrWent">Whether it was added or taken out.</param>
    internal void Add(RowKey row, bool cameOrWent)
    {
        _rows.Add(row);
        if (row.Kind is not (RowKind.Object or RowKind.Channel)) return;
        _objects.Add(row.Id);
        if (row.Kind == RowKind.Object && cameOrWent) _whole.Add(row.Id);
    }

    /// <summary>Whether both touched the same row, or one had to do with an object that came or went with the other.</summary>
    public bool Overlaps(TouchedRows other) =>
        _rows.Overlaps(other._rows) || _whole.Overlaps(other._objects) || other._whole.Overlaps(_objects);
}
