using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;
using ZestyReel.Server.Hosting;

namespace ZestyReel.Server.Tests;

/// <summary>The real server on a port of its own, with an empty folder.</summary>
public class RunningServer : IAsyncLifetime
{
    private WebApplication _app = null!;

    public string Folder { get; } = Directory.CreateTempSubdirectory("zesty-server-").FullName;
    public Uri Address { get; private set; } = null!;
    public HttpClient Http { get; private set; } = null!;

    /// <summary>How it is started.</summary>
    protected virtual ServerOptions Options(ServerOptions plain) => plain;

    public T Service<T>() where T : notnull => _app.Services.GetRequiredService<T>();

    public async Task InitializeAsync()
    {
        _app = ZestyHost.Build(Options(new ServerOptions(Folder, "127.0.0.1", 0, Path.Combine(Folder, "no-pages"))));
        await _app.StartAsync();
        Address = new Uri(_app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First());
        Http = new HttpClient { BaseAddress = Address };
    }

    public async Task DisposeAsync()
    {
        Http.Dispose();
        await _app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }

    public async Task<long> AddScene() => (await Json(await Http.PostAsJsonAsync("/api/scenes", new { }))).GetProperty("id").GetInt64();

    /// <summary>Takes a scene file in.</summary>
    /// <returns>The new scene's number.</returns>
    public async Task<long> Import(string file)
    {
        var answer = await Http.PostAsync("/api/scenes/import", new StringContent(file, Encoding.UTF8, "application/json"));
        return (await Json(answer.EnsureSuccessStatusCode())).GetProperty("id").GetInt64();
    }

    public Task<HttpResponseMessage> Edit(long scene, long revision, string edit) =>
        Http.PostAsync($"/api/scenes/{scene}/edits", new StringContent($$"""{"revision":{{revision}},"edit":{{edit}}}""", Encoding.UTF8, "application/json"));

    public async Task<HubConnection> Connect()
    {
        var hub = new HubConnectionBuilder().WithUrl(new Uri(Address, "/live")).AddMessagePackProtocol().Build();
        await hub.StartAsync();
        return hub;
    }

    public static async Task<JsonElement> Json(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        return JsonDocument.Parse(text).RootElement;
    }
}
