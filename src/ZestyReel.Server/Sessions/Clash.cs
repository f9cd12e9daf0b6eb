namespace ZestyReel.Server.Sessions;

/// <summary>An edit was made on something that has been changed elsewhere meanwhile. Nothing has been changed.</summary>
public sealed class Clash(string reason) : Exception(reason);
