namespace ZestyReel.Core.Scenes;

/// <summary>A channel that was found at its address.</summary>
/// <param name="Curve">The address.</param>
/// <param name="OwnerName">What people call its owner.</param>
/// <param name="Spec">What is known of the channel.</param>
/// <param name="Channel">The channel; the values of a warp's points are source frames.</param>
/// <param name="Layer">The layer whose keys of the channel are meant; null for the channel itself.</param>
public readonly record struct AddressedChannel(CurveRef Curve, string OwnerName, ChannelSpec Spec, Channel Channel, Layer? Layer = null)
{
    /// <summary>Owner and channel in words.</summary>
    public string Words => Layer is null ? $"{OwnerName}'s {Spec.Name}" : $"{OwnerName}'s {LayeredName.ChannelOf(Spec.Name)} in {Layer.Name}";

    /// <summary>The same, if it can be changed by hand.</summary>
    /// <exception cref="Refusal">The channel is locked.</exception>
    public AddressedChannel Unlocked(string place) =>
        Channel.Locked ? throw new Refusal(place, $"{Words} is locked; unlock it first") : this;
}
