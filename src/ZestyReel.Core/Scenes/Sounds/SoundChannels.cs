using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>The channels of a sound, which are keyed like any other. Their keys stand in played time.</summary>
public static class SoundChannels
{
    /// <summary>How loud.</summary>
    public const string Gain = "gain";

    /// <summary>Whether nothing is heard.</summary>
    public const string Mute = "mute";

    /// <summary>At and below this gain nothing is heard, in decibels.</summary>
    public const double Silence = -96;

    /// <summary>What is known of them, in the order in which they are shown and written.</summary>
    public static readonly ImmutableArray<ChannelSpec> Specs =
    [
        new(Gain, "Gain", "Sound", ChannelUnit.Decibels, 0, Silence, 24, []) { Hue = CurveHue.Mint },
        new(Mute, "Mute", "Sound", ChannelUnit.OnOff, 0, 0, 1, []) { Hue = CurveHue.Sand },
    ];

    /// <summary>The channel of that name; null where sounds have none.</summary>
    public static ChannelSpec? Find(string name) => Specs.FirstOrDefault(spec => spec.Name == name);
}
