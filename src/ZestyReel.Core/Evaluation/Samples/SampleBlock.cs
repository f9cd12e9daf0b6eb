using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>What one owner shows at whole frames, as 32-bit floats.</summary>
/// <param name="Owner">What has the tracks.</param>
/// <param name="Id">The owner's number; 0 for the scene.</param>
/// <param name="FirstFrame">The frame of each track's first sample.</param>
/// <param name="Count">How many frames there are.</param>
/// <param name="Tracks">A track for each channel asked for.</param>
public sealed record SampleBlock(OwnerKind Owner, int Id, long FirstFrame, int Count, ImmutableArray<SampleTrack> Tracks);
