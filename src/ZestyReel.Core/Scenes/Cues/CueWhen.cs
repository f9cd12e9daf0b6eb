namespace ZestyReel.Core.Scenes;

/// <summary>What a cue waits for, with all that this kind of event needs and nothing else; see <see cref="CueRules"/>.</summary>
/// <param name="Event">The kind of event.</param>
/// <param name="Object">The object that is watched; none for a bookmark.</param>
/// <param name="Channel">For <see cref="CueEvent.Reaches"/>: its channel.</param>
/// <param name="Value">The value to reach, in the channel's unit, or the distance in scene lengths.</param>
/// <param name="Going">For <see cref="CueEvent.Reaches"/>: which way.</param>
/// <param name="Other">For <see cref="CueEvent.Near"/> and <see cref="CueEvent.Leaves"/>: the other object.</param>
/// <param name="Bookmark">For <see cref="CueEvent.Bookmark"/>: which one.</param>
public sealed record CueWhen(
    CueEvent Event, ObjectId? Object = null, string? Channel = null, double Value = 0, CueGoing Going = CueGoing.Either,
    ObjectId? Other = null, BookmarkId? Bookmark = null);
