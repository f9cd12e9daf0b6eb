using MessagePack;
using ZestyReel.Core.Clips;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store.Packing;

/// <summary>Packs single rows of a scene.</summary>
internal static class RowPacking
{
    public static byte[]? Image(object? row) => row switch
    {
        null => null,
        SceneSettings settings => MessagePackSerializer.Serialize(SettingsImage.Of(settings)),
        SceneObject thing => MessagePackSerializer.Serialize(ObjectImage.Of(thing)),
        Channel channel => MessagePackSerializer.Serialize(ChannelImage.Of(channel)),
        Warp warp => MessagePackSerializer.Serialize(WarpImage.Of(warp)),
        Bookmark bookmark => MessagePackSerializer.Serialize(BookmarkImage.Of(bookmark)),
        NamedChoice choice => MessagePackSerializer.Serialize(NamedChoiceImage.Of(choice)),
        Clip clip => MessagePackSerializer.Serialize(ClipImage.Of(clip)),
        PlacedClip placed => MessagePackSerializer.Serialize(PlacedClipImage.Of(placed)),
        _ => throw new ArgumentOutOfRangeException(nameof(row), row.GetType(), "There is no such row."),
    };

    public static object? Row(RowKind kind, int id, byte[]? image) => image is null ? null : kind switch
    {
        RowKind.Settings => MessagePackSerializer.Deserialize<SettingsImage>(image).Settings(),
        RowKind.Object => MessagePackSerializer.Deserialize<ObjectImage>(image).Object(id),
        RowKind.Channel => MessagePackSerializer.Deserialize<ChannelImage>(image).Channel(),
        RowKind.Warp => MessagePackSerializer.Deserialize<WarpImage>(image).Warp(id),
        RowKind.Bookmark => MessagePackSerializer.Deserialize<BookmarkImage>(image).Bookmark(id),
        RowKind.NamedChoice => MessagePackSerializer.Deserialize<NamedChoiceImage>(image).Choice(id),
        RowKind.Clip => MessagePackSerializer.Deserialize<ClipImage>(image).Clip(id),
        RowKind.PlacedClip => MessagePackSerializer.Deserialize<PlacedClipImage>(image).Placed(id),
        _ => throw new InvalidDataException($"The history has a row of the unknown kind {kind}."),
    };
}
