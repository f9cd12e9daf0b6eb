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
        await using var app = ZestyHost.Build(options);
        if (demo) AddDemo(app.Services.GetRequiredService<SceneStore>());
        await app.StartAsync(stop);
        var address = app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First();
        Console.WriteLine($"Zesty Reel is at {address}");
        await app.WaitForShutdownAsync(stop);
    }

    private static void AddDemo(SceneStore store)
    {
        if (store.FindByName(DemoScene) is null)
            store.Add(SceneSource.ReadFile(Path.Combine(AppContext.BaseDirectory, "demo", "lantern-bay.zesty.json")));
    }
}
