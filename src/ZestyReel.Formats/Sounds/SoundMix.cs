using ZestyReel.Core;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Sounding;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Sounds;

/// <summary>What is heard, from the start of the first frame to the end of the last, as a WAV file of 32-bit floats.</summary>
public sealed class SoundMix : IOutgoingFormat
{
    private const int LongestSeconds = 60 * 60, BytesOfAFrame = 8;

    /// <inheritdoc/>
    public string Ending => ".wav";

    /// <inheritdoc/>
    public string Name => "Sound mix, WAV";

    /// <inheritdoc/>
    public string For => "All that is heard in the range, 48,000 samples a second";

    /// <inheritdoc/>
    public string MediaType => "audio/wav";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.None;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) => [new("Everything but sounds", [], "stays behind")];

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => 100 + Stretch(going).Count * BytesOfAFrame;

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        if (going.Scene.Sounds.Count == 0) throw new Refusal("scene", "there is no sound in this scene");
        if (going.Scene.Sounds.Values.All(sound => going.Files.Samples(sound.File.Asset) is null)) throw new Refusal("scene", "the files of its sounds are not with the scene; take one that is kept, or a package");
        var (start, count) = Stretch(going);
        if (count > (long)MixFile.Rate * LongestSeconds) throw new Refusal("to", $"a file of {LongestSeconds / 60} minutes at the most is written at once; take a shorter range");
        new Mix(going.Scene, going.Files.Samples).Write(new WavWriter(into, WavSamples.Float32, MixFile.Rate, count), start, count, told, stop);
    }

    private static (Tick Start, long Count) Stretch(OutgoingScene going)
    {
        var (from, to) = (going.Choice.From ?? going.Scene.Settings.Work.First, going.Choice.To ?? going.Scene.Settings.Work.Last);
        var (start, end) = (going.Scene.Rate.At(from), going.Scene.Rate.At(to + 1));
        return (start, MixFile.SamplesIn(end - start));
    }
}
