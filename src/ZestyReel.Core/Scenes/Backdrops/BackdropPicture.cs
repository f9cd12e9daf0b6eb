namespace ZestyReel.Core.Scenes;

/// <summary>One picture of a background.</summary>
/// <param name="Name">The name of its file, for people.</param>
/// <param name="Asset">The file.</param>
/// <param name="Number">Its number in a sequence.</param>
public sealed record BackdropPicture(string Name, AssetHash Asset, int Number = 0);
