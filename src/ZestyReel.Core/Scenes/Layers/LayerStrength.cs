namespace ZestyReel.Core.Scenes;

/// <summary>The strength of a layer, which is keyed like any channel.</summary>
public static class LayerStrength
{
    /// <summary>What the channel is called.</summary>
    public const string Channel = "strength";

    /// <summary>What is known of the channel.</summary>
    public static readonly ChannelSpec Spec = new(Channel, "Strength", "Time", ChannelUnit.Factor, 1, 0, 1, []) { Hue = CurveHue.Mint };
}
