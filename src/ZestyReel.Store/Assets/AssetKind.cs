namespace ZestyReel.Store.Assets;

/// <summary>What an asset is for.</summary>
public enum AssetKind
{
    /// <summary>A scene's picture on the list, as PNG.</summary>
    Thumbnail,
}
