namespace ZestyReel.Core.Sounding;

/// <summary>The samples of a sound file, wherever they lie. −1 to 1 is full scale. Safe to read from several threads.</summary>
public interface ISamples
{
    /// <summary>How many there are of each channel.</summary>
    long Count { get; }

    /// <summary>Reads some in a row, all of which are there.</summary>
    /// <param name="first">The first.</param>
    /// <param name="left">Room for those of the left channel, or of the only one.</param>
    /// <param name="right">Room for as many of the right channel, or again of the only one.</param>
    void Read(long first, Span<float> left, Span<float> right);
}
