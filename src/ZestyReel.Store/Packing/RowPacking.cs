using System.Collections.Immutable;
using MessagePack;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using Keys = System.Collections.Immutable.ImmutableArray<ZestyReel.Core.Curves.Key>;

namespace ZestyReel.Store.Packing;

/// <summary>Takes single rows of a scene apart into a small image and the keys of their curves, and puts them together again.</summary>
internal static class RowPacking
{
    private static readonly ImmutableSortedDictionary<string, Keys> None = ImmutableSortedDictionary<string, Keys>.Empty;

    /// <summary>The row without keys; null where there is no row.</summary>
    public static byte[]? Image(object? row) => row switch
    {
        null => null,
        SceneSettings settings => MessagePackSerializer.Serialize(SettingsImage.Of(settings)),
        SceneObject thing => MessagePackSerializer.Serialize(ObjectImage.Of(thing)),
        Channel channel => MessagePackSerializer.Serialize(ChannelImage.Of(channel)),
        Warp warp => MessagePackSerializer.Serialize(WarpImage.Of(warp)),
        Bookmark bookmark => MessagePackSerializer.Serialize(BookmarkImage.Of(bookmark)),
        NamedSelection selection => MessagePackSerializer.Serialize(NamedSelectionImage.Of(selection)),
        Clip clip => MessagePackSerializer.Serialize(ClipImage.Of(clip)),
        PlacedClip placed => MessagePackSerializer.Serialize(PlacedClipImage.Of(placed)),
        _ => throw new ArgumentOutOfRangeException(nameof(row), row.GetType(), "There is no such row."),
    };

    /// <summary>The keys of the row's curves by the curve's name, which is empty where a row has one only.</summary>
    public static ImmutableSortedDictionary<string, Keys> KeysOf(object? row) => row switch
    {
        Channel { Curve: { } curve } => None.Add("", curve.Keys),
        Warp warp => None.Add("", warp.Curve.Keys),
        PlacedClip { Rate.Curve: { } rate } => None.Add("", rate.Keys),
        Clip clip => clip.Channels.ToImmutableSortedDictionary(c => c.Key, c => c.Value.Keys),
        _ => None,
    };

    /// <summary>The row of an image and the keys of its curves.</summary>
    /// <exception cref="InvalidDataException">They do not make a row.</exception>
    public static object? Row(RowKind kind, int id, byte[]? image, ImmutableSortedDictionary<string, Keys> keys)
    {
        if (image is null) return null;
        Keys? only = keys.TryGetValue("", out var there) ? there : null;
        return kind switch
        {
            RowKind.Settings => MessagePackSerializer.Deserialize<SettingsImage>(image).Settings(),
            RowKind.Object => MessagePackSerializer.Deserialize<ObjectImage>(image).Object(id),
            RowKind.Channel => MessagePackSerializer.Deserialize<ChannelImage>(image).Channel(only),
            RowKind.Warp => MessagePackSerializer.Deserialize<WarpImage>(image).Warp(id, only ?? throw Damaged(kind)),
            RowKind.Bookmark => MessagePackSerializer.Deserialize<BookmarkImage>(image).Bookmark(id),
            RowKind.NamedSelection => MessagePackSerializer.Deserialize<NamedSelectionImage>(image).Selection(id),
            RowKind.Clip => MessagePackSerializer.Deserialize<ClipImage>(image).Clip(id, channel => keys.TryGetValue(channel, out var some) ? some : throw Damaged(kind)),
            RowKind.PlacedClip => MessagePackSerializer.Deserialize<PlacedClipImage>(image).Placed(id, only),
            _ => throw Damaged(kind),
        };
    }

    /// <summary>The keys that lie within an image, as those of packing 1 do.</summary>
    public static ImmutableSortedDictionary<string, Keys> KeysWithin(RowKind kind, byte[]? image)
    {
        if (image is null) return None;
        return kind switch
        {
            RowKind.Channel => One(MessagePackSerializer.Deserialize<ChannelImage>(image).Keys),
            RowKind.Warp => One(MessagePackSerializer.Deserialize<WarpImage>(image).Keys),
            RowKind.PlacedClip => One(MessagePackSerializer.Deserialize<PlacedClipImage>(image).Rate.Keys),
            RowKind.Clip when MessagePackSerializer.Deserialize<ClipImage>(image) is var clip =>
                clip.Channels.Zip(clip.Keys).ToImmutableSortedDictionary(c => OlderWords.Channel(c.First), c => KeyPacking.Unpack(c.Second)),
            _ => None,
        };

        static ImmutableSortedDictionary<string, Keys> One(byte[]? packed) => packed is null ? None : None.Add("", KeyPacking.Unpack(packed));
    }

    private static InvalidDataException Damaged(RowKind kind) => new($"A row of kind {kind} is damaged.");
}
