namespace ZestyReel.Core.Changes;

/// <summary>A row before and after an edit; null where it was not there. Images are the scene's own records: <c>SceneSettings</c>, <c>SceneObject</c> (its channels empty), <c>Channel</c>, <c>Warp</c>, <c>Bookmark</c>, <c>NamedSelection</c>, <c>Clip</c>, <c>PlacedClip</c>, <c>Cue</c> or <c>Layer</c>.</summary>
public sealed record RowChange(RowKey Row, object? Before, object? After);
