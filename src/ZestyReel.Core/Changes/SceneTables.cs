using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Changes;

/// <summary>
/// The kinds of rows of a scene, each declared here once: whatever compares scenes, changes them, checks, keeps or tells
/// of them goes through this list. Settings, objects and their channels have a shape of their own and stand apart.
/// </summary>
public static class SceneTables
{
    /// <summary>All of them, in the order in which a scene is put together.</summary>
    public static readonly IReadOnlyList<SceneTable> All =
    [
        new SceneTable<WarpId, Warp>(RowKind.Warp, s => s.Warps, (s, rows) => s with { Warps = rows }, id => new(id), id => id.Value, SceneRules.Check),
        new SceneTable<BookmarkId, Bookmark>(RowKind.Bookmark, s => s.Bookmarks, (s, rows) => s with { Bookmarks = rows }, id => new(id), id => id.Value, (_, row) => SceneRules.Check(row)),
        new SceneTable<NamedSelectionId, NamedSelection>(RowKind.NamedSelection, s => s.NamedSelections, (s, rows) => s with { NamedSelections = rows }, id => new(id), id => id.Value, (_, row) => SceneRules.Check(row)),
        new SceneTable<ClipId, Clip>(RowKind.Clip, s => s.Clips, (s, rows) => s with { Clips = rows }, id => new(id), id => id.Value, (_, row) => SceneRules.Check(row)),
        new SceneTable<PlacedClipId, PlacedClip>(RowKind.PlacedClip, s => s.PlacedClips, (s, rows) => s with { PlacedClips = rows }, id => new(id), id => id.Value, SceneRules.Check),
        new SceneTable<CueId, Cue>(RowKind.Cue, s => s.Cues, (s, rows) => s with { Cues = rows }, id => new(id), id => id.Value, CueRules.Check),
        new SceneTable<LayerId, Layer>(RowKind.Layer, s => s.Layers, (s, rows) => s with { Layers = rows }, id => new(id), id => id.Value, (_, row) => LayerRules.Check(row)),
        new SceneTable<BackdropId, Backdrop>(RowKind.Backdrop, s => s.Backdrops, (s, rows) => s with { Backdrops = rows }, id => new(id), id => id.Value, (_, row) => BackdropRules.Check(row)),
        new SceneTable<SoundId, Sound>(RowKind.Sound, s => s.Sounds, (s, rows) => s with { Sounds = rows }, id => new(id), id => id.Value, (_, row) => SoundRules.Check(row)),
        new SceneTable<MarkId, Mark>(RowKind.Mark, s => s.Marks, (s, rows) => s with { Marks = rows }, id => new(id), id => id.Value, (_, row) => MarkRules.Check(row)),
    ];

    private static readonly Dictionary<RowKind, SceneTable> ByKind = All.ToDictionary(table => table.Kind);

    /// <summary>The table of a kind; null for the kinds that have none.</summary>
    public static SceneTable? Of(RowKind kind) => ByKind.GetValueOrDefault(kind);
}
