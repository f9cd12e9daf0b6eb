namespace ZestyReel.Core.Edits;

/// <summary>A part of time, from one moment to another, in frames.</summary>
public sealed record StretchPart(decimal From, decimal To);
