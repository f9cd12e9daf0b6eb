namespace ZestyReel.Core.Scenes;

/// <summary>What a deformer does with a shape along its axis.</summary>
public enum DeformerKind
{
    /// <summary>Bends it about a line across the axis; the length along the axis stays.</summary>
    Bend,

    /// <summary>Turns its sections about the axis, each farther than the one before.</summary>
    Twist,

    /// <summary>Makes its sections larger or smaller towards the head.</summary>
    Taper,

    /// <summary>Makes its sections larger or smaller in the middle.</summary>
    Bulge,

    /// <summary>Pushes its sections sideways, each farther than the one before.</summary>
    Shear,

    /// <summary>Makes it longer and thinner, or shorter and thicker; the volume stays.</summary>
    Stretch,

    /// <summary>Presses it towards the foot, where it spreads.</summary>
    Flatten,

    /// <summary>Sends waves along the axis.</summary>
    Wave,

    /// <summary>Sends rings outwards from the axis.</summary>
    Ripple,
}
