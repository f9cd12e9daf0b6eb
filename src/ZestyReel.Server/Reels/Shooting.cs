using ZestyReel.Core.Reels;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Reels;

/// <summary>A reel that is being shot.</summary>
/// <param name="sceneId">Whose it is.</param>
/// <param name="scene">The scene as it was when it was begun.</param>
/// <param name="settings">What it shows.</param>
/// <param name="heard">When it was begun.</param>
public sealed class Shooting(long sceneId, Scene scene, ReelSettings settings, DateTimeOffset heard)
{
    /// <summary>Whose it is; what is worked out for it stands in that scene's line.</summary>
    public long SceneId { get; } = sceneId;

    /// <summary>The scene as it was when it was begun.</summary>
    public Scene Scene { get; } = scene;

    /// <summary>What it shows.</summary>
    public ReelSettings Settings { get; } = settings;

    /// <summary>When something was heard of it last.</summary>
    public DateTimeOffset Heard { get; set; } = heard;
}
