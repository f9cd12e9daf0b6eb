using System.Collections.Immutable;
using MessagePack;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using Keys = System.Collections.Immutable.ImmutableSortedDictionary<string, System.Collections.Immutable.ImmutableArray<ZestyReel.Core.Curves.Key>>;

namespace ZestyReel.Store.Packing;

/// <summary>A sound as it is packed; the keys of its channels stand elsewhere.</summary>
[MessagePackObject]
public sealed record SoundImage(
    [property: Key(0)] string Name, [property: Key(1)] int Place, [property: Key(2)] byte[] Asset, [property: Key(3)] string File, [property: Key(4)] int Rate, [property: Key(5)] long Samples,
    [property: Key(6)] long Start, [property: Key(7)] long From, [property: Key(8)] long To, [property: Key(9)] long FadeIn, [property: Key(10)] long FadeOut,
    [property: Key(11)] int Times, [property: Key(12)] bool Solo, [property: Key(13)] bool Warped, [property: Key(14)] ChannelImage Gain, [property: Key(15)] ChannelImage Mute)
{
    /// <summary>The image of a sound.</summary>
    public static SoundImage Of(Sound s) => new(
        s.Name, s.Place, Convert.FromHexString(s.File.Asset.ToString()), s.File.Name, s.File.Rate, s.File.Samples, s.Start.Value, s.From, s.To, s.FadeIn, s.FadeOut,
        s.Times, s.Solo, s.Warped, ChannelImage.Of(s.Gain), ChannelImage.Of(s.Mute));

    /// <summary>The keys of its channels, by their names.</summary>
    public static Keys KeysOf(Sound sound)
    {
        var keys = Keys.Empty;
        foreach (var spec in SoundChannels.Specs)
            if (sound.Channel(spec.Name).Curve is { } curve) keys = keys.Add(spec.Name, curve.Keys);
        return keys;
    }

    /// <summary>The sound of the image, with its number and its channels' keys.</summary>
    public Sound Sound(int id, Keys keys)
    {
        ImmutableArray<Key>? Of(string name) => keys.TryGetValue(name, out var some) ? some : null;
        return new(
            new(id), Name, Place, new(AssetHash.Parse(Convert.ToHexStringLower(Asset)), File, Rate, Samples), new Tick(Start), From, To, FadeIn, FadeOut, Times, Solo, Warped,
            Gain.Channel(Of(SoundChannels.Gain)), Mute.Channel(Of(SoundChannels.Mute)));
    }
}
