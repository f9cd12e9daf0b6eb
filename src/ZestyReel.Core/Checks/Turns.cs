using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Checks;

/// <summary>Whole turns of a rotation, which nobody sees.</summary>
internal static class Turns
{
    /// <summary>Whether a channel has some: a rotation.</summary>
    public static bool AreIn(ChannelSpec spec) => QuaternionRotation.Channels.Contains(LayeredName.ChannelOf(spec.Name));

    /// <summary>A difference in degrees without them.</summary>
    public static double Without(double difference) => Math.IEEERemainder(difference, 360);
}
