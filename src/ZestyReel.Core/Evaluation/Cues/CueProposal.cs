using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Something that happens at a moment, that a cue could wait for.</summary>
/// <param name="When">What happens.</param>
/// <param name="From">The played time from which on it has to be waited for, so that it is this time that is met and not an earlier one.</param>
/// <param name="Calls">When it happens.</param>
public sealed record CueProposal(CueWhen When, Tick From, Tick Calls);
