namespace ZestyReel.Server.Hosting;

/// <summary>Whether the server is ready.</summary>
/// <param name="Status">"ready".</param>
/// <param name="Open">Whether others than this machine's user can come in, so that people say who they are.</param>
public sealed record Health(string Status, bool Open);
