
namespace ZestyReel.Core.Scenes;

/// <summary>An object, or one channel of it, that a warp covers.</summary>
public readonly record struct WarpTarget(ObjectId Object, string? Channel);
