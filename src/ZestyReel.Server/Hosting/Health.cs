namespace ZestyReel.Server.Hosting;

/// <summary>Whether the server is ready.</summary>
public sealed record Health(string Status);
