using Microsoft.AspNetCore.SignalR;
using Microsoft.Extensions.FileProviders;
using Serilog;
using Serilog.Events;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Live;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Shapes;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

namespace ZestyReel.Server.Hosting;

/// <summary>Puts the server together.</summary>
public static class ZestyHost
{
    private const int LargestHubMessage = 16 * 1024 * 1024;

    public static WebApplication Build(ServerOptions options)
    {
        var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory });
        builder.WebHost.UseUrls($"http://{options.Address}:{options.Port}");
        Configure(builder, options);
        var app = builder.Build();
        Route(app, options);
        return app;
    }

    private static void Configure(WebApplicationBuilder builder, ServerOptions options)
    {
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = SceneFileReader.LargestFile;
        });
        builder.Host.UseSerilog((_, log) => log
            .MinimumLevel.Is(LogEventLevel.Warning)
            // A refusal is an answer, not a fault of the server's.
            .Filter.ByExcluding(entry => entry.Exception is HubException)
            .WriteTo.Console(standardErrorFromLevel: LogEventLevel.Verbose));
        builder.Services.ConfigureHttpJsonOptions(json => EditJson.Configured(json.SerializerOptions));
        builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
        builder.Services.AddProblemDetails();
        builder.Services.AddExceptionHandler<Problems>();
        builder.Services.AddOpenApi(api => api.AddSchemaTransformer(UnitSchemas.Transform).AddDocumentTransformer(UnitSchemas.Transform));
        builder.Services.AddResponseCompression();
        builder.Services.AddSignalR(hub => hub.MaximumReceiveMessageSize = LargestHubMessage).AddMessagePackProtocol();
        builder.Services.AddSingleton(AllowedHosts.For(options.Address));
        builder.Services.AddSingleton(new Database(options.DataFolder));
        builder.Services.AddSingleton<SceneStore>();
        builder.Services.AddSingleton<ShapeShelf>();
        builder.Services.AddSingleton<SceneSessions>();
        builder.Services.AddSingleton<Watchers>();
    }

    private static void Route(WebApplication app, ServerOptions options)
    {
        app.UseMiddleware<Doorkeeper>();
        app.UseExceptionHandler();
        app.UseResponseCompression();
        app.UseStatusCodePages();
        app.MapOpenApi();
        app.MapGet("/api/health", () => TypedResults.Ok(new Health("ready"))).WithName("Health").WithSummary("Whether the server is ready.");
        app.MapScenes();
        app.MapShapes();
        app.MapHub<SceneHub>("/live");
        if (!Directory.Exists(options.WebFolder)) return;
        var pages = new PhysicalFileProvider(options.WebFolder);
        app.UseStaticFiles(new StaticFileOptions
        {
            FileProvider = pages,
            // Vite names what it builds by content, so that only the page itself must be asked for again.
            OnPrepareResponse = file => file.Context.Response.Headers.CacheControl =
                file.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
        });
        app.MapFallbackToFile("{*path:nonfile}", "index.html", new StaticFileOptions { FileProvider = pages });
    }
}
