namespace ZestyReel.Core.Scenes;

/// <summary>A file that a scene needs.</summary>
/// <param name="Asset">The file.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Use">What it is needed for.</param>
public readonly record struct NamedAsset(AssetHash Asset, string Name, AssetUse Use);
