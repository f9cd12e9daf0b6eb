using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>
/// Starts motion when something happens. Where it happens at the played time E, what the cue starts is seen later by
/// E + offset − anchor: what was seen at the anchor is seen at E + offset.
/// </summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">Unique among the scene's cues.</param>
/// <param name="On">Off, it starts nothing, and everything is seen when its keys say.</param>
/// <param name="When">What it waits for.</param>
/// <param name="From">The played time from which on it waits.</param>
/// <param name="Offset">How much later than what it waits for the motion starts; earlier where negative.</param>
/// <param name="Starts">What it starts: objects as they are, without what hangs below them, or single channels.</param>
/// <param name="Anchor">The moment of the motion that is to be seen then, on the clock that the motion has without the cue.</param>
public sealed record Cue(CueId Id, string Name, bool On, CueWhen When, Tick From, TickSpan Offset, ImmutableArray<TimeTarget> Starts, Tick Anchor)
{
    /// <summary>Most cues in a scene.</summary>
    public const int MostInScene = 2_000;

    /// <summary>Whether it decides when a channel of an object is seen, or with the empty name the object as a whole.</summary>
    public bool Covers(ObjectId id, string channel)
    {
        foreach (var target in Starts)
            if (target.Depth(id, channel) is not null) return true;
        return false;
    }
}
