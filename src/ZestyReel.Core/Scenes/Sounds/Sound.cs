using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>A sound, or a part of one, that is heard from a moment on.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">Unique among the scene's sounds.</param>
/// <param name="Place">Where its lane stands among theirs; lower comes first.</param>
/// <param name="File">Its file.</param>
/// <param name="Start">The moment at which its first sample is heard; of source time where it follows warps, else of played time.</param>
/// <param name="From">The first sample of the file that is heard.</param>
/// <param name="To">The sample of the file before which it ends.</param>
/// <param name="FadeIn">Over so many samples of the file it comes in.</param>
/// <param name="FadeOut">Over so many it goes out.</param>
/// <param name="Times">How many times the part is heard, one after the other; <see cref="Endless"/> for without end.</param>
/// <param name="Solo">While some sound is solo, those that are not are not heard.</param>
/// <param name="Warped">Whether the scene's warps play it as they play motion.</param>
/// <param name="Gain">How loud, in decibels.</param>
/// <param name="Mute">1 where nothing is heard.</param>
public sealed record Sound(
    SoundId Id, string Name, int Place, SoundFile File, Tick Start, long From, long To, long FadeIn, long FadeOut, int Times, bool Solo, bool Warped, Channel Gain, Channel Mute) : INamesAssets
{
    /// <summary>Most sounds in a scene.</summary>
    public const int MostInScene = 200;

    /// <summary>As <see cref="Times"/>, that it is repeated without end.</summary>
    public const int Endless = 0;

    /// <summary>All of a file, from a moment on.</summary>
    public static Sound Whole(SoundId id, string name, int place, SoundFile file, Tick start) =>
        new(id, name, place, file, start, 0, file.Samples, 0, 0, 1, false, false, new(0), new(0));

    /// <summary>How many samples are heard in all; null where there is no end.</summary>
    public long? Heard => Times == Endless ? null : (To - From) * Times;

    /// <summary>The moment after its last sample; null where there is no end.</summary>
    public Tick? End => Heard is { } samples ? Start + new TickSpan(File.After(samples)) : null;

    /// <summary>A channel of it.</summary>
    /// <exception cref="Refusal">Sounds have no such channel.</exception>
    public Channel Channel(string name) => name == SoundChannels.Gain ? Gain : name == SoundChannels.Mute ? Mute : throw Lacking(name, "channel");

    /// <summary>The sound with another channel.</summary>
    /// <exception cref="Refusal">Sounds have no such channel.</exception>
    public Sound With(string name, Channel channel) => name == SoundChannels.Gain ? this with { Gain = channel } : name == SoundChannels.Mute ? this with { Mute = channel } : throw Lacking(name, "channel");

    /// <summary>The sound so much later, with its keys.</summary>
    /// <exception cref="Refusal">Something would be out of reach.</exception>
    public Sound Later(TickSpan by)
    {
        if (by.Value == 0) return this;
        Tick Moved(Tick time) => Math.Abs((decimal)time.Value + by.Value) <= Tick.Furthest ? time + by : throw new Refusal("start", $"{Name} would be out of reach");
        var moved = this with { Start = Moved(Start) };
        foreach (var spec in SoundChannels.Specs)
            if (Channel(spec.Name) is { Curve: { } curve } channel)
                moved = moved.With(spec.Name, channel with { Curve = curve.WithKeys([.. curve.Keys.Select(key => key with { Time = Moved(key.Time) })]) });
        return moved;
    }

    /// <summary>What is known of a channel.</summary>
    /// <exception cref="Refusal">Sounds have no such channel.</exception>
    public static ChannelSpec Spec(string name, string place) => SoundChannels.Find(name) ?? throw Lacking(name, place);

    /// <inheritdoc/>
    public IEnumerable<NamedAsset> Assets() => [new(File.Asset, File.Name, AssetUse.Sound)];

    private static Refusal Lacking(string name, string place) => new(place, $"a sound has the channels {SoundChannels.Gain} and {SoundChannels.Mute}, and no \"{Names.Shown(name)}\"");
}
