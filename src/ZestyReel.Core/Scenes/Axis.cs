namespace ZestyReel.Core.Scenes;

/// <summary>An axis of space: x to the right, y up, z towards whoever looks from the front.</summary>
public enum Axis
{
    /// <summary>To the right.</summary>
    X,

    /// <summary>Up.</summary>
    Y,

    /// <summary>Towards whoever looks from the front.</summary>
    Z,
}
