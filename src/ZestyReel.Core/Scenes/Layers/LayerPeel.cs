namespace ZestyReel.Core.Scenes;

/// <summary>The peel that a layer is told by; none of them means anything else on the screen.</summary>
public enum LayerPeel : byte
{
    /// <summary>Periwinkle; as when none is given.</summary>
    Bergamot,

    /// <summary>Apricot.</summary>
    Kumquat,

    /// <summary>Orchid.</summary>
    Pomelo,

    /// <summary>Pale blue.</summary>
    Citron,

    /// <summary>Sand.</summary>
    Yuzu,
}
