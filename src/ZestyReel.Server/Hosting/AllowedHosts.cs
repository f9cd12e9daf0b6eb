using System.Net;

namespace ZestyReel.Server.Hosting;

/// <summary>The names that this server answers to.</summary>
/// <remarks>
/// A page elsewhere can have its own name point at this machine (DNS rebinding), but it can neither choose the names
/// given here nor make a browser send a bare address as its own name.
/// </remarks>
public sealed class AllowedHosts
{
    private static readonly string[] Local = ["127.0.0.1", "localhost", "[::1]"];

    private readonly HashSet<string> _names;

    /// <summary>Takes them from where the server listens.</summary>
    public AllowedHosts(ServerOptions options)
    {
        _names = new(options.Hosts, StringComparer.OrdinalIgnoreCase);
        if (!options.IsOpen) return;
        var machine = Dns.GetHostName();
        _names.UnionWith([machine, machine + ".local"]);
    }

    /// <summary>Whether a request may call the server by the name that it does: loopback's names count only from loopback.</summary>
    public bool Allows(HttpContext context)
    {
        var host = context.Request.Host.Host;
        var connection = context.Connection;
        if (_names.Contains(host)) return true;
        if (Local.Contains(host, StringComparer.OrdinalIgnoreCase)) return IsLocal(connection.RemoteIpAddress);
        return IPAddress.TryParse(host.Trim('[', ']'), out var address) && connection.LocalIpAddress is { } own && address.Equals(Plain(own));
    }

    /// <summary>What to use instead, in words.</summary>
    public string Told => string.Join(", ", Local.Concat(_names));

    /// <summary>Whether something comes from this very machine; what comes through a socket file has no address.</summary>
    public static bool IsLocal(IPAddress? address) => address is null || IPAddress.IsLoopback(Plain(address));

    private static IPAddress Plain(IPAddress address) => address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address;
}
