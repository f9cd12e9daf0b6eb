using MessagePack;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Wire;

/// <summary>A sound of a scene.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Place">Where its lane stands among theirs.</param>
/// <param name="Asset">Its file.</param>
/// <param name="File">What that is called.</param>
/// <param name="Rate">Samples a second of the file.</param>
/// <param name="Samples">How many it has.</param>
/// <param name="Start">When its first sample is heard, in ticks.</param>
/// <param name="From">The first sample that is heard.</param>
/// <param name="To">The sample before which it ends.</param>
/// <param name="FadeIn">Over so many samples it comes in.</param>
/// <param name="FadeOut">Over so many it goes out.</param>
/// <param name="Times">How many times it is heard; 0 for without end.</param>
/// <param name="Solo">Whether those that are not solo are not heard.</param>
/// <param name="Warped">Whether warps play it.</param>
/// <param name="Channels">Its gain and its mute.</param>
[MessagePackObject]
public sealed record SoundMessage(
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("place")] int Place,
    [property: Key("asset")] string Asset,
    [property: Key("file")] string File,
    [property: Key("rate")] int Rate,
    [property: Key("samples")] long Samples,
    [property: Key("start")] long Start,
    [property: Key("from")] long From,
    [property: Key("to")] long To,
    [property: Key("fadeIn")] long FadeIn,
    [property: Key("fadeOut")] long FadeOut,
    [property: Key("times")] int Times,
    [property: Key("solo")] bool Solo,
    [property: Key("warped")] bool Warped,
    [property: Key("channels")] ChannelMessage[] Channels)
{
    /// <summary>The message of one.</summary>
    public static SoundMessage Of(Sound s) => new(
        s.Id.Value, s.Name, s.Place, s.File.Asset.ToString(), s.File.Name, s.File.Rate, s.File.Samples, s.Start.Value, s.From, s.To, s.FadeIn, s.FadeOut, s.Times, s.Solo, s.Warped,
        [.. SoundChannels.Specs.Select(spec => SceneWire.Channel(CurveRef.Of(s.Id, spec.Name), s.Channel(spec.Name)))]);
}
