using ZestyReel.Server.Checks;
using System.Net;
using System.Security.Cryptography.X509Certificates;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.SignalR;
using Microsoft.Extensions.FileProviders;
using Serilog;
using Serilog.Events;
using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Formats.Bvh;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Meshes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Formats.Tables;
using ZestyReel.Server.Geometry;
using ZestyReel.Server.Incoming;
using ZestyReel.Server.Live;
using ZestyReel.Server.Outgoing;
using ZestyReel.Server.Recording;
using ZestyReel.Server.Reels;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Screens;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Sounds;
using ZestyReel.Server.Tables;
using ZestyReel.Server.Eases;
using ZestyReel.Server.Wire;
using ZestyReel.Store;
using ZestyReel.Store.Assets;
using ZestyReel.Store.Reels;
using ZestyReel.Store.Takes;

namespace ZestyReel.Server.Hosting;

/// <summary>Puts the server together.</summary>
public static class ZestyHost
{
    private static readonly PathString[] Interface = ["/api", "/live", "/openapi"];

    private const int LargestHubMessage = 16 * 1024 * 1024;

    // What is kept for a while is counted in numbers, as of motion; of files twenty times as much may lie here.
    private const int BytesOfANumber = 20;

    // A request that computes holds a thread; others must not wait until the pool has grown by one.
    private const int LeastThreads = 64;

    /// <exception cref="Refusal">The certificate cannot be used.</exception>
    /// <exception cref="StoreTrouble">The database cannot be used.</exception>
    public static WebApplication Build(ServerOptions options)
    {
        ThreadPool.GetMinThreads(out var workers, out var ports);
        ThreadPool.SetMinThreads(Math.Max(workers, LeastThreads), ports);
        var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory });
        Listen(builder, options);
        Configure(builder, options);
        var app = builder.Build();
        Route(app, options);
        // Whatever is wrong with the database is said now, and not at the first request.
        app.Services.GetRequiredService<SceneShelf>();
        var assets = app.Services.GetRequiredService<AssetShelf>();
        var meshes = MeshFiles.From(MeshFile.In(asset => assets.Read(asset.ToString())));
        app.Lifetime.ApplicationStopped.Register(meshes.Dispose);
        return app;
    }

    private static void Listen(WebApplicationBuilder builder, ServerOptions options)
    {
        var certificate = options.Certificate is { } file ? ReadCertificate(file, options.CertificateKey) : null;
        if (certificate is not null) builder.WebHost.UseKestrelHttpsConfiguration();
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = SceneFileReader.LargestFile;
            var address = options.Address == "localhost" ? IPAddress.Loopback
                : IPAddress.TryParse(options.Address.Trim('[', ']'), out var given) ? given
                : throw new Refusal("address", $"\"{Core.Names.Shown(options.Address)}\" is not an address of this machine; give one such as 127.0.0.1 or 0.0.0.0");
            kestrel.Listen(address, options.Port, listen =>
            {
                if (certificate is not null) listen.UseHttps(certificate);
            });
            if (options.Socket is { } socket) kestrel.ListenUnixSocket(socket);
        });
    }

    /// <exception cref="Refusal">It cannot be read.</exception>
    private static X509Certificate2 ReadCertificate(string file, string? key)
    {
        var password = Environment.GetEnvironmentVariable("ZESTY_CERTIFICATE_PASSWORD");
        try
        {
            if (key is not null || Path.GetExtension(file) is ".pem" or ".crt") return X509Certificate2.CreateFromPemFile(file, key);
            return X509CertificateLoader.LoadPkcs12FromFile(file, password);
        }
        catch (Exception wrong) when (wrong is System.Security.Cryptography.CryptographicException or IOException or UnauthorizedAccessException)
        {
            throw new Refusal("certificate", $"The certificate {file} cannot be used: {wrong.Message}");
        }
    }

    private static void Configure(WebApplicationBuilder builder, ServerOptions options)
    {
        builder.Host.UseSerilog((_, log) => log
            .MinimumLevel.Is(LogEventLevel.Warning)
            // A refusal is an answer, not a fault of the server's.
            .Filter.ByExcluding(entry => entry.Exception is HubException or OperationCanceledException)
            .WriteTo.Console(standardErrorFromLevel: LogEventLevel.Verbose));
        builder.Services.ConfigureHttpJsonOptions(json => EditJson.Configured(json.SerializerOptions));
        builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
        builder.Services.AddProblemDetails();
        builder.Services.AddExceptionHandler<Problems>();
        builder.Services.AddOpenApi(api => api.AddSchemaTransformer(UnitSchemas.Transform).AddDocumentTransformer(UnitSchemas.Transform));
        builder.Services.AddResponseCompression();
        // By default a proxy is believed only on this machine.
        builder.Services.Configure<ForwardedHeadersOptions>(proxy => proxy.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto);
        builder.Services.AddSignalR(hub =>
        {
            hub.MaximumReceiveMessageSize = LargestHubMessage;
            // A drag's tries go on while a window of samples is worked out.
            hub.MaximumParallelInvocationsPerClient = 4;
            hub.AddFilter<HubTrouble>();
        }).AddMessagePackProtocol();
        builder.Services.AddSingleton(new AllowedHosts(options));
        builder.Services.AddSingleton(new Gate(options));
        builder.Services.AddSingleton(new Database(options.DataFolder, options.MostPages));
        builder.Services.AddSingleton<AssetShelf>();
        builder.Services.AddSingleton<SceneShelf>();
        builder.Services.AddSingleton<SoundBank>();
        builder.Services.AddSingleton<Outlet>();
        builder.Services.AddSingleton<OutgoingShares>();
        builder.Services.AddSingleton<SceneStore>();
        builder.Services.AddSingleton<EaseShelf>();
        builder.Services.AddSingleton<SceneSessions>();
        builder.Services.AddSingleton<ReelShelf>();
        builder.Services.AddSingleton<MarkShelf>();
        builder.Services.AddSingleton<ReelScenes>();
        builder.Services.AddSingleton(new BroughtFiles<BvhMotion>(motion => (long)motion.Values.Length * motion.Columns));
        builder.Services.AddSingleton(new BroughtFiles<Table>(table => table.Columns.Sum(column => (long)column.Values.Count)));
        builder.Services.AddSingleton(new BroughtFiles<IncomingFile>(file => file.Bytes.Length / BytesOfANumber));
        builder.Services.AddSingleton(new BroughtFiles<IncomingScene>(read => read.Assets.Values.Sum(bytes => (long)bytes.Length) / BytesOfANumber + read.Scene.KeyCount() * 8L));
        builder.Services.AddSingleton(TimeProvider.System);
        builder.Services.AddSingleton<ReelSounds>();
        builder.Services.AddSingleton<Shootings>();
        builder.Services.AddHostedService(services => services.GetRequiredService<Shootings>());
        builder.Services.AddSingleton<Work>();
        builder.Services.AddSingleton<Tabs>();
        builder.Services.AddSingleton<TakeShelf>();
        builder.Services.AddSingleton<TakeBook>();
        builder.Services.AddSingleton<TrackerDevices>();
        builder.Services.AddSingleton(options);
        builder.Services.AddSingleton<TrackerListener>();
        builder.Services.AddHostedService(services => services.GetRequiredService<TrackerListener>());
        builder.Services.AddSingleton<Trackers>();
        builder.Services.AddHostedService(services => services.GetRequiredService<Trackers>());
        builder.Services.AddSingleton<ScreenPages>();
        builder.Services.AddHostedService<WarmUp>();
    }

    private static void Route(WebApplication app, ServerOptions options)
    {
        app.UseForwardedHeaders();
        app.UseMiddleware<Doorkeeper>();
        app.UseExceptionHandler();
        var gate = app.Services.GetRequiredService<Gate>();
        app.Use((context, next) => gate.Invoke(context, () => next(context), context.RequestServices.GetRequiredService<IProblemDetailsService>()));
        app.UseResponseCompression();
        app.UseStatusCodePages();
        app.MapOpenApi();
        app.MapGet("/api/health", () => TypedResults.Ok(new Health("ready", options.IsOpen, Health.RunningVersion))).WithName("Health").WithSummary("Whether the server is ready, and its version.");
        app.MapScenes();
        app.MapHistory();
        app.MapEases();
        app.MapSvg();
        app.MapPictures();
        app.MapSounds();
        app.MapChecks();
        app.MapOutgoing();
        app.MapBvh();
        app.MapTables();
        app.MapIncoming();
        app.MapShooting();
        app.MapReels();
        app.MapComparing();
        app.MapMarks();
        app.MapTakes();
        app.MapGeometry();
        app.MapHub<SceneHub>("/live");
        app.MapHub<ScreenHub>("/live/screens");
        if (!Directory.Exists(options.WebFolder)) return;
        var pages = new PhysicalFileProvider(options.WebFolder);
        app.UsePageFiles(pages);
        // The page is the answer to every address but those of the interface, which has none for what it does not know.
        var page = pages.GetFileInfo("index.html").PhysicalPath!;
        app.MapFallback("{*path:nonfile}", (HttpContext context) =>
            {
                if (Interface.Any(start => context.Request.Path.StartsWithSegments(start))) return Results.NotFound();
                context.Response.Headers.CacheControl = "no-cache";
                return Results.File(page, "text/html; charset=utf-8");
            })
            .WithMetadata(new HttpMethodMetadata([HttpMethods.Get, HttpMethods.Head])).ExcludeFromDescription();
    }
}
