using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>What somebody has said about a stretch of time, for the timing check: an object stands there, or what was found is meant.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Finding">What is meant; null where the mark is a contact.</param>
/// <param name="Object">Whose; null where what was found is no object's.</param>
/// <param name="Subject">The name of the warp, cue, clip or sound that it is about; empty where it is an object's.</param>
/// <param name="Channel">The channel; empty where it is about several, or none.</param>
/// <param name="Start">From when on, as played.</param>
/// <param name="End">Until when, as played; not before the start.</param>
public sealed record Mark(MarkId Id, FindingKind? Finding, ObjectId? Object, string Subject, string Channel, Tick Start, Tick End)
{
    /// <summary>Most in a scene.</summary>
    public const int MostInScene = 2000;

    /// <summary>Whether it says that an object stands.</summary>
    public bool IsContact => Finding is null;
}
