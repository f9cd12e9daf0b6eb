namespace ZestyReel.Core.Scenes;

/// <summary>What has curves.</summary>
public enum OwnerKind : byte
{
    /// <summary>The scene as a whole.</summary>
    Scene,

    /// <summary>An object: its channels.</summary>
    Object,

    /// <summary>A warp: its points.</summary>
    Warp,

    /// <summary>A clip on an object: its rate.</summary>
    Placed,

    /// <summary>A layer: its strength.</summary>
    Layer,

    /// <summary>A sound: how loud it is.</summary>
    Sound,
}
