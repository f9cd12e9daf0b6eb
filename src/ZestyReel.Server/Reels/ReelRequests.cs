using System.Collections.Immutable;
using ZestyReel.Core.Reels;
using ZestyReel.Server.Scenes;

namespace ZestyReel.Server.Reels;

/// <summary>A reel to be shot of a scene as it is at a revision.</summary>
/// <param name="Revision">The scene's revision that is to be shot.</param>
/// <param name="Settings">What it shows.</param>
/// <param name="Name">As people call it; empty for its number alone.</param>
/// <param name="Note">What they say of it.</param>
/// <param name="By">Who shoots it.</param>
public sealed record ShootRequest(long Revision, ReelSettings Settings, string Name = "", string Note = "", ByRequest? By = null);

/// <summary>A reel that is being shot.</summary>
/// <param name="Id">Which one.</param>
/// <param name="Number">Its number within the scene.</param>
/// <param name="Pictures">How many pictures are to be sent.</param>
/// <param name="MadeAt">When it was begun, in UTC.</param>
/// <param name="Frames">The frame of each picture.</param>
/// <param name="Sources">The source frame of each picture.</param>
/// <param name="Timecodes">The timecode of each picture.</param>
public sealed record ShootStart(long Id, long Number, int Pictures, string MadeAt, ImmutableArray<long> Frames, ImmutableArray<double> Sources, ImmutableArray<string> Timecodes);

/// <summary>What people call a reel, and say of it.</summary>
public sealed record ReelWords(string Name, string Note);

/// <summary>Whether a reel is the one that was picked.</summary>
public sealed record ReelPick(bool Picked);

/// <summary>The reels of a scene.</summary>
/// <param name="Reels">Those that are there, the newest first.</param>
/// <param name="Deleted">Those that are deleted and can be brought back.</param>
/// <param name="Bytes">How much room those that are there take.</param>
/// <param name="Free">Bytes that are free on the disk.</param>
public sealed record ReelList(IReadOnlyList<ReelCard> Reels, IReadOnlyList<ReelCard> Deleted, long Bytes, long Free);

/// <summary>A reel.</summary>
/// <param name="Id">Which one.</param>
/// <param name="Number">Its number within the scene.</param>
/// <param name="Name">As people call it; empty for its number alone.</param>
/// <param name="Note">What they say of it.</param>
/// <param name="MadeBy">Who shot it; null where nobody said.</param>
/// <param name="MadeAt">When, in UTC.</param>
/// <param name="Position">How many edits of the scene were in force.</param>
/// <param name="Rate">Frames per second, such as 24 or 30000/1001.</param>
/// <param name="FramesPerSecond">The same as a number.</param>
/// <param name="Settings">What it shows.</param>
/// <param name="Played">How many pictures are played, those that hold among them.</param>
/// <param name="Pictures">How many different ones there are.</param>
/// <param name="Bytes">How much room they take.</param>
/// <param name="Picked">Whether it is the one that was picked.</param>
/// <param name="HasSound">Whether something is heard of it.</param>
public sealed record ReelCard(
    long Id, long Number, string Name, string Note, string? MadeBy, string MadeAt, long Position, string Rate, double FramesPerSecond, ReelSettings Settings,
    int Played, int Pictures, long Bytes, bool Picked, bool HasSound);

/// <summary>What is needed to play a reel.</summary>
/// <param name="Reel">The reel.</param>
/// <param name="SceneId">Whose it is.</param>
/// <param name="Frames">The frame of each picture that is played.</param>
/// <param name="Shown">Which of the pictures that is, counted from 0.</param>
/// <param name="Sources">The source frame of each.</param>
/// <param name="Timecodes">The timecode of each.</param>
public sealed record ReelPlay(ReelCard Reel, long SceneId, ImmutableArray<long> Frames, ImmutableArray<int> Shown, ImmutableArray<double> Sources, ImmutableArray<string> Timecodes);

/// <summary>How two pictures differ.</summary>
/// <param name="At">The place on the first reel, counted from 0.</param>
/// <param name="Mean">The mean difference in linear light, 0 to 1.</param>
/// <param name="Changed">The share of the pixels that differ visibly.</param>
public sealed record ReelDifference(int At, double Mean, double Changed);

/// <summary>A mark to be left on a picture of a reel.</summary>
/// <param name="Picture">On which, counted from 0.</param>
/// <param name="Mark">What it is.</param>
/// <param name="By">Who leaves it.</param>
public sealed record MarkRequest(int Picture, PenMark Mark, ByRequest? By = null);

/// <summary>A mark on a picture of a reel.</summary>
/// <param name="Id">Which one.</param>
/// <param name="Picture">On which picture, counted from 0.</param>
/// <param name="Frame">Its frame.</param>
/// <param name="Mark">What it is.</param>
/// <param name="MadeBy">Who left it; null where nobody said.</param>
/// <param name="MadeAt">When, in UTC.</param>
public sealed record MarkCard(long Id, int Picture, long Frame, PenMark Mark, string? MadeBy, string MadeAt);

/// <summary>A frame of a scene that has marks on a reel.</summary>
/// <param name="Reel">Which reel.</param>
/// <param name="Number">Its number within the scene.</param>
/// <param name="Frame">The frame.</param>
/// <param name="Marks">How many marks there are.</param>
/// <param name="Words">What is said in them.</param>
/// <param name="MadeBy">Who left the first of them; null where nobody said.</param>
public sealed record FrameNote(long Reel, long Number, long Frame, int Marks, string Words, string? MadeBy);
