namespace ZestyReel.Core.Edits;

/// <summary>Points at one row of a scene.</summary>
/// <param name="Kind">The kind of row.</param>
/// <param name="Id">The object's or warp's number; 0 for settings.</param>
/// <param name="Channel">The channel's name; empty for the other kinds.</param>
public readonly record struct RowKey(RowKind Kind, int Id = 0, string Channel = "");
