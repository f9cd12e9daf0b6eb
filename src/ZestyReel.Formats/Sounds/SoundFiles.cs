using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Sounds;

/// <summary>Sound files that people bring: WAV, Ogg Vorbis and MP3, whole and of a bounded size.</summary>
public static class SoundFiles
{
    /// <summary>The largest file, in bytes.</summary>
    public const int LargestFile = 256_000_000;

    /// <summary>Most channels of a file.</summary>
    public const int MostChannels = 8;

    /// <summary>Most samples, of at most two channels together.</summary>
    public const long MostSamples = 250_000_000;

    // Read so much at once.
    private const int AtOnce = 1 << 16;

    /// <summary>Reads a file through, so that whatever is kept can be heard.</summary>
    /// <param name="file">The file.</param>
    /// <param name="place">What is told as the place of a fault.</param>
    /// <param name="into">Given all samples, in order.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="Refusal">It is no such sound, is damaged, or too long.</exception>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static SoundShape Check(byte[] file, string place, SoundSink? into = null, CancellationToken stop = default)
    {
        if (file.Length > LargestFile) throw new Refusal(place, $"the sound's file is larger than {LargestFile / 1_000_000} MB, the most that is taken");
        try
        {
            using var reader = Open(file, place);
            var (rate, channels) = (reader.Rate, reader.Channels);
            if (rate is < SoundRules.LeastRate or > SoundRules.MostRate) throw new Refusal(place, $"the sound has {rate} samples a second; {SoundRules.LeastRate} to {SoundRules.MostRate} are taken");
            if (channels is < 1 or > MostChannels) throw new Refusal(place, $"the sound has {channels} channels; {MostChannels} are the most that is taken. Mix it down first");
            var most = Math.Min(MostSamples / Math.Min(channels, 2), (long)rate * SoundRules.LongestSeconds);
            var room = new float[AtOnce / channels * channels];
            long samples = 0;
            for (int read; (read = reader.Read(room)) > 0;)
            {
                stop.ThrowIfCancellationRequested();
                samples += read / channels;
                if (samples > most) throw new Refusal(place, $"the sound lasts longer than {most / rate / 60} minutes, the most that is taken at {rate} samples a second; cut it first");
                into?.Invoke(room, read, channels);
            }
            return samples > 0 ? new(rate, channels, samples) : throw new Refusal(place, "there is nothing to be heard in the file");
        }
        catch (Exception wrong) when (wrong is not (Refusal or OperationCanceledException or OutOfMemoryException))
        {
            // The readers say of damage in many ways.
            throw new Refusal(place, "the sound's file is damaged, or its end is missing");
        }
    }

    private static ISoundReader Open(byte[] file, string place)
    {
        var begin = file.AsSpan(0, Math.Min(file.Length, 12));
        if (begin.Length == 12 && (begin.StartsWith("RIFF"u8) || begin.StartsWith("RF64"u8)) && begin[8..].SequenceEqual("WAVE"u8)) return new WavReader(file, place);
        if (begin.StartsWith("OggS"u8)) return new OggReader(file, place);
        if (begin.StartsWith("ID3"u8) || begin.Length > 1 && begin[0] == 0xff && (begin[1] & 0xe6) == 0xe2) return new Mp3Reader(file);
        throw new Refusal(place, begin.StartsWith("fLaC"u8) ? "this is a FLAC file, which is not read here; save it as WAV, which loses nothing" : "this is no sound that is known; use WAV, Ogg Vorbis or MP3");
    }
}
