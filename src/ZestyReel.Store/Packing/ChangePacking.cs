using MessagePack;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store.Packing;

/// <summary>Packs a change, with its rows before and after, for the history.</summary>
public static class ChangePacking
{
    public static byte[] Pack(SceneChange change) => MessagePackSerializer.Serialize(change.Rows
        .Select(r => new RowImage((byte)r.Row.Kind, r.Row.Id, r.Row.Channel, Image(r.Before), Image(r.After)))
        .ToArray());

    public static SceneChange Unpack(byte[] bytes) => new([.. MessagePackSerializer.Deserialize<RowImage[]>(bytes)
        .Select(r => new RowChange(
            new RowKey((RowKind)r.Kind, r.Id, r.Channel),
            Row((RowKind)r.Kind, r.Id, r.Before), Row((RowKind)r.Kind, r.Id, r.After)))]);

    private static byte[]? Image(object? row) => row switch
    {
        null => null,
        SceneSettings settings => MessagePackSerializer.Serialize(SettingsImage.Of(settings)),
        SceneObject thing => MessagePackSerializer.Serialize(ObjectImage.Of(thing)),
        Channel channel => MessagePackSerializer.Serialize(ChannelImage.Of(channel)),
        Warp warp => MessagePackSerializer.Serialize(WarpImage.Of(warp)),
        _ => throw new ArgumentOutOfRangeException(nameof(row), row.GetType(), "There is no such row."),
    };

    private static object? Row(RowKind kind, int id, byte[]? image) => image is null ? null : kind switch
    {
        RowKind.Settings => MessagePackSerializer.Deserialize<SettingsImage>(image).Settings(),
        RowKind.Object => MessagePackSerializer.Deserialize<ObjectImage>(image).Object(id),
        RowKind.Channel => MessagePackSerializer.Deserialize<ChannelImage>(image).Channel(),
        RowKind.Warp => MessagePackSerializer.Deserialize<WarpImage>(image).Warp(id),
        _ => throw new InvalidDataException($"The history has a row of the unknown kind {kind}."),
    };
}
