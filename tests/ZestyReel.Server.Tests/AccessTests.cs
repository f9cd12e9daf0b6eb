using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;
using ZestyReel.Server.Hosting;

namespace ZestyReel.Server.Tests;

/// <summary>A server that others may come to, by a name and with a token.</summary>
public sealed class OpenServer : RunningServer
{
    public const string Token = "lantern-and-buoy";

    protected override ServerOptions Options(ServerOptions plain) => plain with { Token = Token, Hosts = ["reel.harbour.example"], WebFolder = WithPages() };

    private string WithPages()
    {
        var pages = Directory.CreateDirectory(Path.Combine(Folder, "pages")).FullName;
        File.WriteAllText(Path.Combine(pages, "index.html"), "<!doctype html>the page");
        return pages;
    }
}

public class AccessTests(OpenServer server) : IClassFixture<OpenServer>
{
    private HttpClient Fresh(bool follows = false) => new(new HttpClientHandler { AllowAutoRedirect = follows }) { BaseAddress = server.Address };

    [Theory]
    [InlineData("/api/scenes")]
    [InlineData("/openapi/v1.json")]
    [InlineData("/api/nowhere")]
    public async Task Without_the_token_the_interface_says_that_it_asks_for_one(string path)
    {
        using var http = Fresh();
        var answer = await http.GetAsync(path);
        answer.StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await answer.Content.ReadAsStringAsync()).ShouldContain("asks for its token");
    }

    [Theory]
    [InlineData("/live")]
    [InlineData("/live/screens")]
    public async Task Without_the_token_there_is_no_live_line(string path)
    {
        await using var hub = new HubConnectionBuilder().WithUrl(new Uri(server.Address, path)).Build();
        (await Should.ThrowAsync<HttpRequestException>(() => hub.StartAsync())).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        await using var known = new HubConnectionBuilder().WithUrl(new Uri(server.Address, path), options => options.Headers["Authorization"] = $"Bearer {OpenServer.Token}").AddMessagePackProtocol().Build();
        await known.StartAsync();
    }

    [Fact]
    public async Task The_printed_address_exchanges_the_token_for_a_cookie_that_scripts_of_pages_cannot_read()
    {
        using var http = Fresh();
        var answer = await http.GetAsync($"/scenes/7?token={OpenServer.Token}&view=top");
        answer.StatusCode.ShouldBe(HttpStatusCode.Redirect);
        answer.Headers.Location!.ToString().ShouldBe("/scenes/7?view=top");
        var cookie = answer.Headers.GetValues("Set-Cookie").Single();
        cookie.ShouldContain("httponly");
        cookie.ShouldContain("samesite=strict");
        cookie.ShouldNotContain(OpenServer.Token);
        // The handler keeps it, as a browser does.
        (await http.GetAsync("/api/scenes")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await http.GetStringAsync("/scenes/7")).ShouldContain("the page");
    }

    [Fact]
    public async Task The_form_lets_in_as_well_and_says_where_it_does_not()
    {
        using var http = Fresh(follows: true);
        (await (await http.GetAsync("/")).Content.ReadAsStringAsync()).ShouldContain("<form");
        var wrong = await http.PostAsync("/sign-in", new FormUrlEncodedContent([new("token", "guess")]));
        wrong.StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await wrong.Content.ReadAsStringAsync()).ShouldContain("This is not the token");
        (await (await http.PostAsync("/sign-in", new FormUrlEncodedContent([new("token", OpenServer.Token)]))).Content.ReadAsStringAsync()).ShouldContain("the page");
    }

    [Theory]
    [InlineData("reel.harbour.example", HttpStatusCode.OK)]
    [InlineData("REEL.harbour.example", HttpStatusCode.OK)]
    [InlineData("elsewhere.example", HttpStatusCode.Forbidden)]
    [InlineData("192.0.2.7", HttpStatusCode.Forbidden)]
    public async Task It_answers_to_its_names(string host, HttpStatusCode status)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/scenes") { Headers = { Host = host, Authorization = new AuthenticationHeaderValue("Bearer", OpenServer.Token) } };
        (await server.Http.SendAsync(request)).StatusCode.ShouldBe(status);
    }

    [Fact]
    public async Task Behind_a_proxy_the_names_of_this_machine_are_not_to_be_borrowed()
    {
        using var forged = new HttpRequestMessage(HttpMethod.Get, "/api/health") { Headers = { Host = "localhost" } };
        forged.Headers.Add("X-Forwarded-For", "198.51.100.4");
        (await server.Http.SendAsync(forged)).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        // What the proxy took by HTTPS comes from a page by HTTPS.
        using var honest = new HttpRequestMessage(HttpMethod.Get, "/api/scenes") { Headers = { Host = "reel.harbour.example", Authorization = new AuthenticationHeaderValue("Bearer", OpenServer.Token) } };
        honest.Headers.Add("X-Forwarded-For", "198.51.100.4");
        honest.Headers.Add("X-Forwarded-Proto", "https");
        honest.Headers.Add("Origin", "https://reel.harbour.example");
        (await server.Http.SendAsync(honest)).StatusCode.ShouldBe(HttpStatusCode.OK);
    }
}

/// <summary>Wrong tries have a server of their own, as they shut out all others.</summary>
public class TriesTests(OpenServer server) : IClassFixture<OpenServer>
{
    [Fact]
    public async Task After_a_few_wrong_tries_even_the_right_token_has_to_wait()
    {
        for (var n = 0; n < Gate.TriesPerMinute; n++)
            (await Try("guess")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await Try("guess")).StatusCode.ShouldBe(HttpStatusCode.TooManyRequests);
        (await Try(OpenServer.Token)).StatusCode.ShouldBe(HttpStatusCode.TooManyRequests);

        Task<HttpResponseMessage> Try(string token) =>
            server.Http.SendAsync(new HttpRequestMessage(HttpMethod.Get, "/api/scenes") { Headers = { Authorization = new AuthenticationHeaderValue("Bearer", token) } });
    }
}

public sealed class OpenProcessTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-open-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    [Fact]
    public async Task Opened_to_a_network_it_makes_a_token_and_prints_the_address_to_open()
    {
        using var server = await ServerProcess.Start(_folder, "--address", "0.0.0.0");
        var token = server.Printed.Split("/?token=")[1];
        token.Length.ShouldBe(32);
        using var http = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{server.Address.Port}") };
        (await http.GetAsync("/api/scenes")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await RunningServer.Json(await http.GetAsync("/api/health"))).GetProperty("open").GetBoolean().ShouldBeTrue();
        (await http.GetAsync($"/api/scenes?token={token}")).StatusCode.ShouldBe(HttpStatusCode.OK);
        // Commands of this machine's user need none.
        (await ServerProcess.Command("scene", "list", "--data", _folder)).ShouldBe((0, "", ""));
    }

    [Theory]
    [InlineData("--token", "short")]
    [InlineData("--address", "harbour")]
    [InlineData("--certificate", "nowhere.pfx")]
    [InlineData("--port", "70000")]
    public async Task What_cannot_be_started_is_said_in_one_line(string option, string value)
    {
        var (exit, output, errors) = await ServerProcess.Command("serve", "--port", "0", "--data", _folder, option, value);
        (exit, output).ShouldBe((2, ""));
        errors.TrimEnd('\n').ShouldNotContain("\n");
    }

    [Fact]
    public async Task With_a_certificate_it_speaks_HTTPS_and_its_cookie_stays_there()
    {
        using var key = System.Security.Cryptography.ECDsa.Create();
        var request = new System.Security.Cryptography.X509Certificates.CertificateRequest("CN=reel.harbour.example", key, System.Security.Cryptography.HashAlgorithmName.SHA256);
        using var certificate = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(1));
        var (pem, keyPem) = (Path.Combine(_folder, "reel.pem"), Path.Combine(_folder, "reel.key"));
        await File.WriteAllTextAsync(pem, certificate.ExportCertificatePem());
        await File.WriteAllTextAsync(keyPem, key.ExportPkcs8PrivateKeyPem());
        using var server = await ServerProcess.Start(_folder, "--certificate", pem, "--certificate-key", keyPem, "--token", OpenServer.Token);
        server.Printed.ShouldStartWith("https://");
        using var http = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false, ServerCertificateCustomValidationCallback = (_, shown, _, _) => shown!.Subject == "CN=reel.harbour.example" }) { BaseAddress = server.Address };
        (await http.GetAsync($"/?token={OpenServer.Token}")).Headers.GetValues("Set-Cookie").Single().ShouldContain("secure");
        (await http.GetAsync("/api/scenes")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }
}
