namespace ZestyReel.Core.Sounding;

/// <summary>Two channels of any number of them: the odd ones are heard on the left and the even ones on the right, each side as their mean; one stays one.</summary>
public static class StereoDown
{
    /// <summary>How many channels come of so many.</summary>
    public static int Of(int channels) => Math.Min(channels, 2);

    /// <summary>Mixes samples down, in place.</summary>
    /// <param name="samples">Numbers of one channel after the other.</param>
    /// <param name="channels">How many channels they are of.</param>
    /// <returns>How many numbers are left, at the beginning.</returns>
    public static int Mix(Span<float> samples, int channels)
    {
        if (channels <= 2) return samples.Length;
        var count = samples.Length / channels;
        for (var i = 0; i < count; i++)
        {
            float left = 0, right = 0;
            for (var c = 0; c < channels; c++)
                if (c % 2 == 0) left += samples[i * channels + c];
                else right += samples[i * channels + c];
            samples[i * 2] = left / ((channels + 1) / 2);
            samples[i * 2 + 1] = right / (channels / 2);
        }
        return count * 2;
    }
}
