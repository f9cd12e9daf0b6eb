namespace ZestyReel.Store.Reels;

/// <summary>A reel that is about to be shot.</summary>
/// <param name="Name">As people call it; empty for its number alone.</param>
/// <param name="Note">What they say of it.</param>
/// <param name="By">Who shoots it; null where nobody said.</param>
/// <param name="Revision">The scene's revision.</param>
/// <param name="Position">How many edits are in force.</param>
/// <param name="Rate">Frames per second, such as 24 or 30000/1001.</param>
/// <param name="Settings">What it shows, as JSON.</param>
/// <param name="Sources">The source frames of its pictures, as JSON.</param>
/// <param name="Timecodes">Their timecodes, as JSON.</param>
public sealed record NewReel(string Name, string Note, string? By, long Revision, int Position, string Rate, string Settings, string Sources, string Timecodes);
