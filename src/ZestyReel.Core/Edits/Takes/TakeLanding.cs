namespace ZestyReel.Core.Edits;

/// <summary>What becomes of a take that is made into keys.</summary>
/// <param name="Samples">Its samples, of all channels.</param>
/// <param name="Keys">The keys that say the same.</param>
/// <param name="Error">By how much they are off at most, in scene lengths and other units than degrees.</param>
/// <param name="Degrees">By how much they are off at most, in degrees.</param>
public sealed record TakeLanding(int Samples, int Keys, double Error, double Degrees);
