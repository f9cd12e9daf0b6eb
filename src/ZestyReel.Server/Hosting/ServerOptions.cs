using System.Net;

namespace ZestyReel.Server.Hosting;

/// <summary>How to start.</summary>
/// <param name="DataFolder">Where the database lies.</param>
/// <param name="Address">The address to listen on; 127.0.0.1 unless told otherwise.</param>
/// <param name="Port">The port; 0 takes any free one.</param>
/// <param name="WebFolder">Where the built pages lie.</param>
public sealed record ServerOptions(string DataFolder, string Address, int Port, string WebFolder)
{
    /// <summary>What whoever comes in has to know; null lets everybody in, which only a server for this machine alone does.</summary>
    public string? Token { get; init; }

    /// <summary>Names by which the server may be called, besides the machine's own.</summary>
    public IReadOnlyList<string> Hosts { get; init; } = [];

    /// <summary>The UDP port on which tracked devices are listened for; 0 takes any free one.</summary>
    public int TrackingPort { get; init; }

    /// <summary>A certificate for HTTPS, PFX or PEM; null for plain HTTP.</summary>
    public string? Certificate { get; init; }

    /// <summary>The certificate's key, where it is in a PEM file of its own.</summary>
    public string? CertificateKey { get; init; }

    /// <summary>Most pages that the database may grow to; 0 sets no limit.</summary>
    public long MostPages { get; init; }

    /// <summary>A socket file for the commands of this machine's user; null for none.</summary>
    public string? Socket { get; init; }

    /// <summary>Whether anybody but this machine can come in: by its address, or through a proxy that calls it by a name.</summary>
    public bool IsOpen => Hosts.Count > 0 || !(Address == "localhost" || IPAddress.TryParse(Address.Trim('[', ']'), out var address) && IPAddress.IsLoopback(address));

    /// <summary>Where scenes are kept unless told otherwise.</summary>
    public static string DefaultDataFolder => Path.Combine(
        Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.DoNotVerify),
        "zesty-reel");
}
