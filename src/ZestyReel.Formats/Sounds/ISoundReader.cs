namespace ZestyReel.Formats.Sounds;

/// <summary>Reads a sound file from its beginning to its end.</summary>
public interface ISoundReader : IDisposable
{
    /// <summary>Samples a second.</summary>
    int Rate { get; }

    /// <summary>How many channels it has.</summary>
    int Channels { get; }

    /// <summary>Reads the next samples, of one channel after the other; −1 to 1 is full scale.</summary>
    /// <param name="into">Room for some of all channels.</param>
    /// <returns>How many numbers were read; 0 at the end.</returns>
    int Read(float[] into);
}
