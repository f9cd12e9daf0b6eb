namespace ZestyReel.Server.Recording;

/// <summary>There is no such take, or its samples are lost.</summary>
public sealed class TakeGone(string reason) : Exception(reason);
