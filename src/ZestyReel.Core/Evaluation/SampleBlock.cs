using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>One object's channels, sampled at whole frames as 32-bit floats.</summary>
/// <param name="Object">Whose channels.</param>
/// <param name="FirstFrame">The frame of each track's first sample.</param>
/// <param name="Count">How many frames there are.</param>
/// <param name="Tracks">A track for each channel asked for.</param>
public sealed record SampleBlock(ObjectId Object, long FirstFrame, int Count, ImmutableArray<SampleTrack> Tracks);
