using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using Keys = System.Collections.Immutable.ImmutableSortedDictionary<string, System.Collections.Immutable.ImmutableArray<ZestyReel.Core.Curves.Key>>;

namespace ZestyReel.Store.Packing;

/// <summary>How rows of each kind are kept, each declared here once.</summary>
internal static class RowPackings
{
    /// <summary>All kinds.</summary>
    public static readonly IReadOnlyList<RowPacking> All =
    [
        new RowPacking<SceneSettings, SettingsImage>(RowKind.Settings, null, SettingsImage.Of, (image, _, _) => image.Settings()),
        new RowPacking<SceneObject, ObjectImage>(RowKind.Object, null, ObjectImage.Of, (image, id, _) => image.Object(id)),
        new RowPacking<Channel, ChannelImage>(RowKind.Channel, null, ChannelImage.Of, (image, _, keys) => image.Channel(OnlyOf(keys)))
        {
            Curves = channel => RowPacking.Only(channel.Curve), CurvesWithin = image => RowPacking.Only(image.Keys),
        },
        new RowPacking<Warp, WarpImage>(RowKind.Warp, "warp", WarpImage.Of, (image, id, keys) => image.Warp(id, OnlyOf(keys) ?? throw Damaged("warp")))
        {
            Curves = warp => RowPacking.Only(warp.Curve), CurvesWithin = image => RowPacking.Only(image.Keys),
        },
        new RowPacking<Bookmark, BookmarkImage>(RowKind.Bookmark, "bookmark", BookmarkImage.Of, (image, id, _) => image.Bookmark(id)),
        new RowPacking<NamedSelection, NamedSelectionImage>(RowKind.NamedSelection, "named_selection", NamedSelectionImage.Of, (image, id, _) => image.Selection(id)),
        new RowPacking<Clip, ClipImage>(RowKind.Clip, "clip", ClipImage.Of, (image, id, keys) => image.Clip(id, channel => keys.TryGetValue(channel, out var some) ? some : throw Damaged("clip")))
        {
            Curves = clip => clip.Channels.ToImmutableSortedDictionary(c => c.Key, c => c.Value.Keys),
            CurvesWithin = image => image.Channels.Zip(image.Keys).ToImmutableSortedDictionary(c => OlderWords.Channel(c.First), c => KeyPacking.Unpack(c.Second)),
        },
        new RowPacking<PlacedClip, PlacedClipImage>(RowKind.PlacedClip, "placed_clip", PlacedClipImage.Of, (image, id, keys) => image.Placed(id, OnlyOf(keys)))
        {
            Curves = placed => RowPacking.Only(placed.Rate.Curve), CurvesWithin = image => RowPacking.Only(image.Rate.Keys),
        },
        new RowPacking<Layer, LayerImage>(RowKind.Layer, "layer", LayerImage.Of, (image, id, keys) => image.Layer(id, OnlyOf(keys)))
        {
            Curves = layer => RowPacking.Only(layer.Strength.Curve), CurvesWithin = image => RowPacking.Only(image.Strength.Keys),
        },
        new RowPacking<Cue, CueImage>(RowKind.Cue, "cue", CueImage.Of, (image, id, _) => image.Cue(id)),
        new RowPacking<Backdrop, BackdropImage>(RowKind.Backdrop, "backdrop", BackdropImage.Of, (image, id, _) => image.Backdrop(id)),
        new RowPacking<Sound, SoundImage>(RowKind.Sound, "sound", SoundImage.Of, (image, id, keys) => image.Sound(id, keys)) { Curves = SoundImage.KeysOf },
        new RowPacking<Mark, MarkImage>(RowKind.Mark, "mark", MarkImage.Of, (image, id, _) => image.Mark(id)),
    ];

    private static readonly Dictionary<RowKind, RowPacking> ByKind = All.ToDictionary(packing => packing.Kind);

    /// <summary>The packing of a kind.</summary>
    /// <exception cref="InvalidDataException">There is no such kind.</exception>
    public static RowPacking Of(RowKind kind) => ByKind.TryGetValue(kind, out var packing) ? packing : throw Damaged($"kind {kind}");

    private static ImmutableArray<Key>? OnlyOf(Keys keys) => keys.TryGetValue("", out var there) ? there : null;

    private static InvalidDataException Damaged(string what) => new($"A row, {what}, is damaged.");
}
