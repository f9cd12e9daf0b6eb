namespace ZestyReel.Store.Assets;

/// <summary>What an asset is for.</summary>
public enum AssetKind
{
    /// <summary>A scene's picture on the list, as PNG.</summary>
    Thumbnail,

    /// <summary>A picture of a reel, as PNG.</summary>
    Picture,

    /// <summary>A lighter version of a picture of a reel, as JPEG.</summary>
    Light,

    /// <summary>A scene as it was when a reel was shot, as a scene file packed with Brotli.</summary>
    Scene,

    /// <summary>The samples of a take, as CSV.</summary>
    Take,

    /// <summary>A picture behind a view or a camera, as it was brought.</summary>
    Backdrop,

    /// <summary>A sound of a scene, as it was brought.</summary>
    Sound,

    /// <summary>The triangles of an object of a scene, as binary glTF.</summary>
    Mesh,

    /// <summary>What is heard of a reel, as WAV.</summary>
    ReelSound,
}
