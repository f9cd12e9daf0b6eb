namespace ZestyReel.Server.Reels;

/// <summary>There is no such reel, or not any more; or a picture of it is lost.</summary>
public sealed class ReelGone(string reason) : Exception(reason);
