namespace ZestyReel.Core.Scenes;

/// <summary>Where the triangles of an object come from.</summary>
/// <param name="Asset">The file that has them, and nothing else: binary glTF with one mesh.</param>
/// <param name="Name">What people call it.</param>
public sealed record MeshBody(AssetHash Asset, string Name);
