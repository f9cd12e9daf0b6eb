using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Checks;

/// <summary>Whole turns of a rotation, which nobody sees.</summary>
internal static class Turns
{
    /// <summary>A difference of a channel's values, without the whole turns in it where the channel is a rotation.</summary>
    public static double Without(ChannelSpec spec, double difference) =>
        QuaternionRotation.Channels.Contains(LayeredName.ChannelOf(spec.Name)) ? Math.IEEERemainder(difference, 360) : difference;
}
