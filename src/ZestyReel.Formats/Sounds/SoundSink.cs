namespace ZestyReel.Formats.Sounds;

/// <summary>Takes samples as they are read.</summary>
/// <param name="samples">Numbers of one channel after the other; they may be changed.</param>
/// <param name="count">How many there are.</param>
/// <param name="channels">Of how many channels.</param>
public delegate void SoundSink(float[] samples, int count, int channels);
