namespace ZestyReel.Server.Hosting;

/// <summary>The host names that this server answers for.</summary>
public sealed record AllowedHosts(IReadOnlySet<string> Names)
{
    private static readonly string[] Local = ["127.0.0.1", "localhost", "[::1]"];

    /// <summary>The machine's own names, and the address that the server was told to listen on.</summary>
    public static AllowedHosts For(string address) =>
        new(Local.Append(address).ToHashSet(StringComparer.OrdinalIgnoreCase));
}
