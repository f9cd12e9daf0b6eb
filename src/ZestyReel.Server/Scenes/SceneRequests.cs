using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Scenes;

/// <summary>A new scene.</summary>
/// <param name="Name">Its name; if it is taken, the next free number is added.</param>
public sealed record NewScene(string Name = "Untitled");

/// <summary>The number of a scene just kept.</summary>
/// <param name="Id">Its number.</param>
/// <param name="HistoryBehind">Why the history in its package did not come along; left out where it did, or there was none.</param>
public sealed record SceneNumber(long Id, string? HistoryBehind = null);


/// <summary>A step through the history, and the revision of the scene that it was asked for on.</summary>
public sealed record StepRequest(long Revision, ByRequest? By = null);

/// <summary>Who asks.</summary>
/// <param name="Author">The same for all windows of one person.</param>
/// <param name="Name">As people call them.</param>
/// <param name="Mark">A mark of the edit's own: sent again, it is not made twice.</param>
/// <param name="Window">The window that it comes from; one window's edits do not clash with each other.</param>
public sealed record ByRequest(string? Author = null, string? Name = null, string? Mark = null, string? Window = null);

/// <param name="Before">The number of the first edit that is kept; those before it are let go.</param>
public sealed record LetGoRequest(long Before);

/// <summary>What became of an edit.</summary>
/// <param name="Revision">The scene's revision now.</param>
/// <param name="Position">How many history entries are in force.</param>
/// <param name="Title">What was done.</param>
/// <param name="Added">Numbers of the objects it added.</param>
public sealed record EditResult(long Revision, int Position, string Title, IReadOnlyList<int> Added);

/// <summary>A kind of object and its channels.</summary>
public sealed record KindEntry(ObjectKind Kind, IReadOnlyList<ChannelSpec> Channels);

/// <summary>All that is known of channels beforehand.</summary>
/// <param name="Kinds">The kinds of objects and their channels, in the order in which they are shown.</param>
/// <param name="Warp">What the points of a warp are.</param>
/// <param name="Rate">What the rate of a placed clip is.</param>
/// <param name="Strength">What the strength of a layer is.</param>
/// <param name="Sound">The channels of a sound.</param>
/// <param name="Uses">What an object has besides, by what gives it that.</param>
public sealed record CatalogueEntry(
    IReadOnlyList<KindEntry> Kinds, ChannelSpec Warp, ChannelSpec Rate, ChannelSpec Strength, IReadOnlyList<ChannelSpec> Sound, IReadOnlyList<UseEntry> Uses, IReadOnlyList<DeformerEntry> Deformers);

/// <summary>The channels that an object has besides its kind's.</summary>
/// <param name="Use">What gives it them.</param>
/// <param name="Channels">The channels.</param>
public sealed record UseEntry(ChannelUses Use, IReadOnlyList<ChannelSpec> Channels);

/// <summary>A scene without its keys.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="MadeAt">When it was made, in UTC: with its number it tells it from a scene of another server at the same address.</param>
/// <param name="Rate">Frames a second.</param>
/// <param name="Range">First and last frame of the scene.</param>
/// <param name="Work">First and last frame of the work range.</param>
/// <param name="Revision">How often it has changed.</param>
/// <param name="Position">How many edits are in force.</param>
/// <param name="Keys">How many keys it has.</param>
/// <param name="Objects">Its objects.</param>
public sealed record SceneSummary(
    long Id, string Name, string MadeAt, string Rate, long[] Range, long[] Work, long Revision, int Position, long Keys, IReadOnlyList<ObjectSummary> Objects);

/// <summary>An object without its keys.</summary>
public sealed record ObjectSummary(int Id, string Name, ObjectKind Kind, int? Parent, IReadOnlyList<string> Animated);

/// <summary>The history of a scene.</summary>
/// <param name="Position">How many edits are in force, those let go with them.</param>
/// <param name="Floor">How many have been let go.</param>
/// <param name="Entries">All that are kept, oldest first.</param>
public sealed record HistoryList(int Position, int Floor, IReadOnlyList<HistoryItem> Entries);

/// <summary>One kept edit.</summary>
/// <param name="Seq">Its number, from 1.</param>
/// <param name="Title">What it did.</param>
/// <param name="MadeAt">When, in UTC.</param>
/// <param name="Name">Who made it, where they said so.</param>
/// <param name="Bytes">How much room it takes.</param>
public sealed record HistoryItem(long Seq, string Title, string MadeAt, string? Name, long Bytes);

/// <summary>The channels that a deformer of a kind gives its object; their names are those after the deformer's own, and their group is its name.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Channels">Its channels, in the order in which they are shown.</param>
public sealed record DeformerEntry(DeformerKind Kind, IReadOnlyList<ChannelSpec> Channels);
