namespace ZestyReel.Core.Scenes;

/// <summary>The rate of a placed clip, which is keyed like any channel.</summary>
public static class ClipRate
{
    /// <summary>What the channel is called.</summary>
    public const string Channel = "rate";

    private const double Fastest = 1e6;

    /// <summary>What is known of the channel.</summary>
    public static readonly ChannelSpec Spec = new(Channel, "Rate", "Time", ChannelUnit.Factor, 1, -Fastest, Fastest, []) { Hue = CurveHue.Mint };
}
