using System.Net;
using System.Net.Sockets;
using System.Text.Json;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Formats.Tables;
using ZestyReel.Server.Incoming;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

namespace ZestyReel.Server.Commands;

/// <summary>The kept scenes of a server that runs on this machine, reached through its socket file.</summary>
internal sealed class ServerLibrary : Library
{
    private readonly HttpClient _server;

    public ServerLibrary(string socket) => _server = new HttpClient(new SocketsHttpHandler
    {
        ConnectCallback = async (_, stop) =>
        {
            var line = new Socket(AddressFamily.Unix, SocketType.Stream, ProtocolType.Unspecified);
            await line.ConnectAsync(new UnixDomainSocketEndPoint(socket), stop);
            return new NetworkStream(line, ownsSocket: true);
        },
    })
    {
        BaseAddress = new Uri("http://localhost/"),
        Timeout = TimeSpan.FromMinutes(10),
    };

    public override IReadOnlyList<SceneCard> List() => Read<List<SceneCard>>(Send(HttpMethod.Get, "api/scenes"));

    public override KeptArrival Import(Stream file)
    {
        var isPackage = ScenePackage.IsOne(file);
        var body = new StreamContent(file);
        if (isPackage) body.Headers.ContentType = new(SceneEndpoints.PackageType);
        var made = Read<SceneNumber>(Send(HttpMethod.Post, "api/scenes/import", body));
        return new(made.Id, List().First(card => card.Id == made.Id).Name, made.HistoryBehind);
    }

    public override string Bring(string name, Stream file, decimal? start, RateKeep keep, bool grow)
    {
        if (List().FirstOrDefault(card => card.Name == name) is not { } card) throw NoSuch(name);
        var body = new StreamContent(file);
        body.Headers.ContentType = new("application/octet-stream");
        var ending = ScenePackage.IsOne(file) ? ScenePackage.Ending : SceneFileName.Ending;
        var sent = Read<IncomingSent>(Send(HttpMethod.Post, $"api/incoming?name=scene{ending}", body));
        var told = Read<IncomingRead>(Send(HttpMethod.Post, "api/incoming/read", JsonContent.Create(new IncomingReadRequest([sent.File]))));
        return Read<EditResult>(Send(HttpMethod.Post, $"api/scenes/{card.Id}/incoming", JsonContent.Create(new IncomingRequest(told.Reading, Start: start, Keep: keep == RateKeep.Frames ? "frames" : "clock", Grow: grow)))).Title;
    }

    public override (string Title, IReadOnlyList<string> Left) Bring(string name, Table table, decimal? start, bool grow)
    {
        if (List().FirstOrDefault(card => card.Name == name) is not { } card) throw NoSuch(name);
        var scene = Read<Known>(Send(HttpMethod.Get, $"api/scenes/{card.Id}"));
        var (bringing, left) = TableNames.Of(table, scene.Objects.ToDictionary(thing => thing.Name, thing => new ObjectId(thing.Id)), scene.Range[0], start, grow);
        var edit = bringing.Of(table, FrameRate.Parse(scene.Rate));
        var body = new StringContent($$"""{"revision":{{scene.Revision}},"edit":{{EditJson.Write<Edit>(edit)}}}""", null, "application/json");
        return (Read<EditResult>(Send(HttpMethod.Post, $"api/scenes/{card.Id}/edits", body)).Title, left);
    }

    private sealed record IncomingRead(string Reading);

    private sealed record Known(string Rate, long[] Range, long Revision, IReadOnlyList<KnownObject> Objects);

    private sealed record KnownObject(int Id, string Name);

    public override bool Export(string name, Stream into, bool history)
    {
        if (List().FirstOrDefault(card => card.Name == name) is not { } card) return false;
        using var answer = Send(HttpMethod.Get, $"api/scenes/{card.Id}/file{(history ? "?history=true" : "")}");
        answer.Content.ReadAsStream().CopyTo(into);
        return true;
    }

    public override void Dispose() => _server.Dispose();

    private HttpResponseMessage Send(HttpMethod method, string path, HttpContent? body = null)
    {
        HttpResponseMessage answer;
        try
        {
            answer = _server.SendAsync(new HttpRequestMessage(method, path) { Content = body }, HttpCompletionOption.ResponseHeadersRead).GetAwaiter().GetResult();
        }
        catch (Exception wrong) when (wrong is HttpRequestException or TaskCanceledException)
        {
            throw new Refusal("server", "The server stopped in the middle; look whether it was done before doing it again.");
        }
        if (answer.IsSuccessStatusCode) return answer;
        var problem = answer.Content.ReadFromJsonAsync<JsonElement>().GetAwaiter().GetResult();
        if (answer.StatusCode == HttpStatusCode.BadRequest && problem.TryGetProperty("faults", out var faults))
            throw new SceneFileException([.. faults.EnumerateArray().Select(fault =>
                new SceneFileFault(fault.GetProperty("place").GetString()!, fault.GetProperty("reason").GetString()!))]);
        throw new Refusal("server", problem.TryGetProperty("detail", out var detail) ? detail.GetString()! : $"The server answered {(int)answer.StatusCode}.");
    }

    private static T Read<T>(HttpResponseMessage answer) =>
        answer.Content.ReadFromJsonAsync<T>(JsonSerializerOptions.Web).GetAwaiter().GetResult() ?? throw new Refusal("server", "The server's answer was empty.");
}
