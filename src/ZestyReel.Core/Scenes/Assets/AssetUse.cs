namespace ZestyReel.Core.Scenes;

/// <summary>What a scene needs a file for.</summary>
public enum AssetUse
{
    /// <summary>To be seen.</summary>
    Picture,

    /// <summary>To be heard.</summary>
    Sound,

    /// <summary>To be the shape of something.</summary>
    Mesh,
}
