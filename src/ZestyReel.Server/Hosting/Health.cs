using System.Reflection;

namespace ZestyReel.Server.Hosting;

/// <summary>Whether the server is ready.</summary>
/// <param name="Status">"ready".</param>
/// <param name="Open">Whether others than this machine's user can come in, so that people say who they are.</param>
/// <param name="Version">The version of the application.</param>
public sealed record Health(string Status, bool Open, string Version)
{
    /// <summary>The version of the application that runs.</summary>
    public static readonly string RunningVersion = typeof(Health).Assembly.GetCustomAttribute<AssemblyInformationalVersionAttribute>()!.InformationalVersion;
}
