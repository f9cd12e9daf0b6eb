namespace ZestyReel.Server.Sessions;

/// <summary>There is no scene of that number, or it has been deleted.</summary>
public sealed class SceneGone(long id) : Exception($"There is no scene {id}; it may have been deleted.");
