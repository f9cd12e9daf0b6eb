namespace ZestyReel.Core.Edits;

/// <summary>How values are spread: each becomes about + (value − about) · factor.</summary>
public readonly record struct ValueScale(double About, double Factor);
