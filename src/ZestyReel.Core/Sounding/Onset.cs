namespace ZestyReel.Core.Sounding;

/// <summary>A moment at which something begins to be heard.</summary>
/// <param name="Second">Since the first sample.</param>
/// <param name="Strength">How much louder it gets there, from 0 to 1, where 1 is the most that it does anywhere.</param>
public readonly record struct Onset(double Second, double Strength);
