namespace ZestyReel.Core.Evaluation;

/// <summary>One channel's samples: one for each frame, or a single one where the channel is still.</summary>
public sealed record SampleTrack(string Channel, float[] Samples);
