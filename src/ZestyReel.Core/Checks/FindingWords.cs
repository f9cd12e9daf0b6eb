using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Checks;

/// <summary>What findings are called, why they matter, and what is done about them, for people.</summary>
public static class FindingWords
{
    /// <summary>What was found.</summary>
    public static string Name(FindingKind kind) => kind switch
    {
        FindingKind.OffFrame => "Off whole frames",
        FindingKind.UselessKeys => "Keys without effect",
        FindingKind.BetweenFrames => "Keys within a frame",
        FindingKind.OutsideRange => "Outside the scene range",
        FindingKind.CreepingHold => "Creeping hold",
        FindingKind.Pop => "Pop",
        FindingKind.Hitch => "Hitch",
        FindingKind.SuddenSpacing => "Sudden change of speed",
        FindingKind.Overshoot => "Overshoot",
        FindingKind.AtLimit => "Cut off at the limit",
        FindingKind.OpenLoop => "Open loop",
        FindingKind.RotationFlip => "Rotation flip",
        FindingKind.SlidingContact => "Sliding contact",
        FindingKind.CueNeverCalls => "Cue never called",
        FindingKind.WarpPastEnd => "Warp past its end",
        FindingKind.SoundOffFrame => "Sound off the frame",
        FindingKind.ThroughGround => "Below the ground",
        _ => "Through each other",
    };

    /// <summary>Why that matters, in one line.</summary>
    public static string Why(FindingKind kind) => kind switch
    {
        FindingKind.OffFrame => "What is keyed is seen on no frame as it was set.",
        FindingKind.UselessKeys => "They can go, and nothing changes; they are in the way of every later edit.",
        FindingKind.BetweenFrames => "What happens between them is seen on one frame at the most, and at a lower rate on none.",
        FindingKind.OutsideRange => "Nobody sees them, and they still bend what is seen up to the range's ends.",
        FindingKind.CreepingHold => "What should stand drifts a little all along.",
        FindingKind.Pop => "It jumps from one frame to the next, and nothing is held there.",
        FindingKind.Hitch => "A single frame stands out of the motion about it.",
        FindingKind.SuddenSpacing => "From one frame to the next it is faster or slower; that reads as a hit.",
        FindingKind.Overshoot => "Between two keys it goes further than either.",
        FindingKind.AtLimit => "The curve goes on where the channel cannot, so that it stands there for a while.",
        FindingKind.OpenLoop => "Each round begins with a jump, in place or in speed.",
        FindingKind.RotationFlip => "It spins nearly once about itself to get to where it almost is.",
        FindingKind.SlidingContact => "It is marked as standing, and moves.",
        FindingKind.CueNeverCalls => "What it starts stands still for the whole scene.",
        FindingKind.WarpPastEnd => "It plays what lies outside the scene range, where nothing was made.",
        FindingKind.SoundOffFrame => "It is heard a part of a frame away from what is seen.",
        FindingKind.ThroughGround => "A part of it cannot be seen, or should not be.",
        _ => "Their bounds overlap for a while: they may touch.",
    };

    /// <summary>What mending does; empty where a person has to decide.</summary>
    public static string Mend(FindingKind kind) => kind switch
    {
        FindingKind.OffFrame => "keys on the nearest whole frames",
        FindingKind.UselessKeys => "delete the keys",
        FindingKind.CreepingHold => "the later key gets the value of the earlier one",
        FindingKind.Overshoot or FindingKind.AtLimit => "clamp both keys",
        FindingKind.OpenLoop => "the last key gets the value of the first",
        FindingKind.RotationFlip => "turn the short way",
        FindingKind.SoundOffFrame => "start on the nearest frame",
        _ => "",
    };
}
