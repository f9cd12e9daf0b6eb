namespace ZestyReel.Core.Edits;

/// <summary>Points at one row of a scene.</summary>
/// <param name="Kind">The kind of row.</param>
/// <param name="Id">The number of the object, warp, bookmark or named choice; 0 for settings.</param>
/// <param name="Channel">The channel's name; empty for the other kinds.</param>
public readonly record struct RowKey(RowKind Kind, int Id = 0, string Channel = "");
