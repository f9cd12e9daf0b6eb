namespace ZestyReel.Core.Scenes;

/// <summary>An object turns like a wheel, as far as it travels over the ground.</summary>
/// <param name="Axle">The axis of the rotation that rolling is added to.</param>
/// <param name="Radius">From the axle to the ground, in scene lengths of the world; above 0.</param>
public readonly record struct Roll(Axis Axle, double Radius)
{
    /// <summary>The channel that rolling is added to.</summary>
    public string Channel => $"rotation.{Axle.ToString().ToLowerInvariant()}";
}
