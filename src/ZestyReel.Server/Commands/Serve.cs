using System.Net;
using System.Security.Cryptography;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using ZestyReel.Server.Hosting;
using ZestyReel.Store;

namespace ZestyReel.Server.Commands;

/// <summary>Runs the server until it is told to stop.</summary>
internal static class Serve
{
    private const string DemoScene = "Lantern Bay";

    /// <summary>Where the build put the pages, beside the program.</summary>
    public static string WebFolder => Path.Combine(AppContext.BaseDirectory, "web");

    public static async Task Run(ServerOptions options, bool demo, CancellationToken stop)
    {
        options = options with
        {
            Token = options.Token ?? (options.IsOpen ? Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16)) : null),
            Socket = Library.SocketOf(options.DataFolder),
        };
        using var held = FolderLock.Take(options.DataFolder, "a server that is starting");
        // A socket file of one that was killed.
        if (options.Socket is { } left) File.Delete(left);
        await using var app = ZestyHost.Build(options);
        if (demo) AddDemo(app.Services.GetRequiredService<SceneShelf>());
        await app.StartAsync(stop);
        if (options.Socket is { } socket && !OperatingSystem.IsWindows()) File.SetUnixFileMode(socket, UnixFileMode.UserRead | UnixFileMode.UserWrite);
        var address = Called(new Uri(app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First(each => !each.Contains("unix:"))), options);
        held.Tell($"the server at {address}");
        Console.WriteLine($"Zesty Reel is at {address}{(options.Token is { } token ? $"/?token={Uri.EscapeDataString(token)}" : "")}");
        await app.WaitForShutdownAsync(stop);
    }

    /// <summary>The address as somebody would open it.</summary>
    private static string Called(Uri bound, ServerOptions options)
    {
        var everywhere = bound.Host is "0.0.0.0" or "[::]";
        var name = options.Hosts.Count > 0 ? options.Hosts[0] : everywhere ? Dns.GetHostName() : bound.Host;
        return $"{bound.Scheme}://{name}:{bound.Port}";
    }

    private static void AddDemo(SceneShelf shelf)
    {
        if (shelf.FindByName(DemoScene) is not null) return;
        var folder = Path.Combine(AppContext.BaseDirectory, "demo");
        using var brought = SceneSource.Brought(Path.Combine(folder, "lantern-bay.zesty.json"), "");
        var scene = brought.Scene;
        var files = scene.Assets().ToDictionary(each => each.Key, each => File.ReadAllBytes(Path.Combine(folder, each.Value.Name)));
        shelf.Add(scene, asset: asset => files[asset]);
    }
}
