using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Scenes;

/// <summary>A new scene.</summary>
/// <param name="Name">Its name; if it is taken, the next free number is added.</param>
public sealed record NewScene(string Name = "Untitled");

/// <summary>The number of a scene just kept.</summary>
public sealed record SceneNumber(long Id);

/// <summary>An edit, and the revision of the scene that it was made on.</summary>
public sealed record EditRequest(long Revision, Edit Edit);

/// <summary>A step through the history, and the revision of the scene that it was asked for on.</summary>
public sealed record StepRequest(long Revision);

/// <summary>What became of an edit.</summary>
/// <param name="Revision">The scene's revision now.</param>
/// <param name="Position">How many history entries are in force.</param>
/// <param name="Title">What was done.</param>
/// <param name="Added">Numbers of the objects it added.</param>
public sealed record EditResult(long Revision, int Position, string Title, IReadOnlyList<int> Added);

/// <summary>A kind of object and its channels.</summary>
public sealed record KindEntry(ObjectKind Kind, IReadOnlyList<ChannelSpec> Channels);

/// <summary>A scene without its keys.</summary>
public sealed record SceneSummary(
    long Id, string Name, string Rate, long[] Range, long[] Work, long Revision, int Position, long Keys, IReadOnlyList<ObjectSummary> Objects);

/// <summary>An object without its keys.</summary>
public sealed record ObjectSummary(int Id, string Name, ObjectKind Kind, int? Parent, IReadOnlyList<string> Animated);

/// <summary>The history of a scene.</summary>
/// <param name="Position">How many entries are in force.</param>
/// <param name="Entries">All of them, oldest first.</param>
public sealed record HistoryList(int Position, IReadOnlyList<Store.HistoryEntry> Entries);
