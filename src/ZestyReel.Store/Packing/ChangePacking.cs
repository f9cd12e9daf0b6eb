using MessagePack;
using ZestyReel.Core.Edits;

namespace ZestyReel.Store.Packing;

/// <summary>Packs a change, with its rows before and after, for the history.</summary>
public static class ChangePacking
{
    public static byte[] Pack(SceneChange change) => MessagePackSerializer.Serialize(change.Rows
        .Select(r => new RowImage((byte)r.Row.Kind, r.Row.Id, r.Row.Channel, RowPacking.Image(r.Before), RowPacking.Image(r.After)))
        .ToArray());

    public static SceneChange Unpack(byte[] bytes) => new([.. MessagePackSerializer.Deserialize<RowImage[]>(bytes)
        .Select(r => new RowChange(
            new RowKey((RowKind)r.Kind, r.Id, r.Channel),
            RowPacking.Row((RowKind)r.Kind, r.Id, r.Before), RowPacking.Row((RowKind)r.Kind, r.Id, r.After)))]);
}
