namespace ZestyReel.Formats.Sounds;

/// <summary>What a sound file has.</summary>
/// <param name="Rate">Samples a second.</param>
/// <param name="Channels">How many channels.</param>
/// <param name="Samples">How many samples each of them has.</param>
public readonly record struct SoundShape(int Rate, int Channels, long Samples);
