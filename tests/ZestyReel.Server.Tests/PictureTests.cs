using System.Net;
using System.Text;
using SkiaSharp;

namespace ZestyReel.Server.Tests;

/// <summary>Pictures behind views and cameras, over HTTP and by commands.</summary>
public class PictureTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static byte[] Png(int width = 8, SKColor? colour = null)
    {
        using var bitmap = new SKBitmap(width, 6);
        bitmap.Erase(colour ?? SKColors.Orange);
        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    private Task<HttpResponseMessage> Send(long id, byte[] file, string name = "plan.png") => server.Http.PostAsync($"/api/scenes/{id}/pictures?name={Uri.EscapeDataString(name)}", new ByteArrayContent(file));

    private async Task<string> Sent(long id, byte[] file) => (await RunningServer.Json((await Send(id, file)).EnsureSuccessStatusCode())).GetProperty("asset").GetString()!;

    private static string Behind(string asset) => $$"""{"edit":"setBackdrop","view":"top","pictures":[{"name":"plan.png","asset":"{{asset}}"}],"width":4}""";

    private async Task<byte[]> Exported(long id) => await server.Http.GetByteArrayAsync($"/api/scenes/{id}/file");

    [Fact]
    public async Task A_picture_is_sent_named_shown_and_goes_out_and_in_with_its_scene()
    {
        var (id, png) = (await server.AddScene(), Png());
        var asset = await Sent(id, png);
        (await server.Edit(id, 0, Behind(asset))).EnsureSuccessStatusCode();
        var shown = await server.Http.GetAsync($"/api/scenes/{id}/pictures/{asset}");
        (shown.Content.Headers.ContentType!.MediaType, shown.Headers.CacheControl!.MaxAge > TimeSpan.FromDays(30)).ShouldBe(("image/png", true));
        (await shown.Content.ReadAsByteArrayAsync()).ShouldBe(png);
        // The picture makes a package of the file.
        var out1 = await server.Http.GetAsync($"/api/scenes/{id}/file");
        out1.Content.Headers.ContentDisposition!.FileName!.ShouldEndWith(".zesty");
        var package = await out1.Content.ReadAsByteArrayAsync();
        foreach (var way in new[] { "import", "import/told" })
            (await server.Http.PostAsync($"/api/scenes/{way}", new ByteArrayContent(package))).EnsureSuccessStatusCode();
        var copies = (await RunningServer.Json(await server.Http.GetAsync("/api/scenes"))).EnumerateArray().Select(card => card.GetProperty("id").GetInt64()).Where(other => other > id).ToList();
        copies.Count.ShouldBe(2);
        foreach (var copy in copies) (await server.Http.GetByteArrayAsync($"/api/scenes/{copy}/pictures/{asset}")).ShouldBe(png);
        // But for its name it is the same again.
        var (one, two) = (await Exported(copies[0]), await Exported(copies[1]));
        Text(one).ShouldBe(Text(package));
        Text(two).ShouldBe(Text(package));
        (await server.Http.DeleteAsync($"/api/scenes/{id}/")).EnsureSuccessStatusCode();
    }

    private static string Text(byte[] package)
    {
        using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(package));
        using var reader = new StreamReader(zip.GetEntry("scene.zesty.json")!.Open());
        return string.Join('\n', reader.ReadToEnd().Split('\n').Where(line => !line.Contains("\"Untitled")));
    }

    [Fact]
    public async Task What_cannot_be_taken_is_refused_and_nothing_is_kept()
    {
        var id = await server.AddScene();
        async Task Has(Task<HttpResponseMessage> asked, HttpStatusCode status, string said)
        {
            var answer = await asked;
            var text = await answer.Content.ReadAsStringAsync();
            (answer.StatusCode, text).ShouldSatisfyAllConditions(all => all.StatusCode.ShouldBe(status), all => all.text.ShouldContain(said));
        }
        await Has(Send(id, []), HttpStatusCode.BadRequest, "no picture");
        await Has(Send(id, Encoding.UTF8.GetBytes("<svg xmlns=\"http://www.w3.org/2000/svg\"/>")), HttpStatusCode.BadRequest, "PNG, JPEG or WebP");
        await Has(Send(id, Png()[..40]), HttpStatusCode.BadRequest, "picture");
        await Has(Send(id, Png(), "<b>.png"), HttpStatusCode.BadRequest, "cannot have the character");
        await Has(Send(9999, Png()), HttpStatusCode.NotFound, "");
        await Has(Send(id, new byte[64_000_001]), HttpStatusCode.BadRequest, "larger than 64 MB");
        var asset = await Sent(id, Png(9));
        var other = await server.AddScene();
        await Has(server.Edit(other, 0, Behind(asset)), HttpStatusCode.BadRequest, "send it first");
        await Has(server.Edit(id, 0, Behind(new string('a', 64))), HttpStatusCode.BadRequest, "send it first");
        await Has(server.Edit(id, 0, Behind("../../zesty.db")), HttpStatusCode.BadRequest, "SHA-256");
        await Has(server.Edit(id, 0, """{"edit":"setBackdrop","view":"top","pictures":[null]}"""), HttpStatusCode.BadRequest, "null");
        await Has(server.Http.GetAsync($"/api/scenes/{other}/pictures/{asset}"), HttpStatusCode.NotFound, "");
        await Has(server.Http.GetAsync($"/api/scenes/{id}/pictures/..%2F..%2Fzesty.db"), HttpStatusCode.BadRequest, "SHA-256");
        // A scene file alone brings no picture that nobody has.
        var text = $$"""{"format":"zesty-scene","version":2,"name":"Quay","rate":"24","range":[1,2],"objects":[],"backdrops":[{"view":"top","pictures":[{"file":"gone.png","asset":"{{new string('b', 64)}}"}]}]}""";
        await Has(server.Http.PostAsync("/api/scenes/import", new StringContent(text, Encoding.UTF8, "application/json")), HttpStatusCode.BadRequest, "gone.png");
        (await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{id}"))).GetProperty("revision").GetInt64().ShouldBe(0);
        Directory.GetFiles(server.Folder, "scratch-*").ShouldBeEmpty();
    }

    [Fact]
    public async Task A_package_goes_in_and_out_by_commands()
    {
        var (id, png) = (await server.AddScene(), Png(10));
        await server.Edit(id, 0, Behind(await Sent(id, png)));
        var folder = Directory.CreateTempSubdirectory("zesty-package-").FullName;
        try
        {
            string File(string name) => Path.Combine(folder, name);
            await System.IO.File.WriteAllBytesAsync(File("a.zesty"), await Exported(id));
            (await ServerProcess.Command("scene", "check", File("a.zesty"))).ShouldBe((0, "", ""));
            var name = (await ServerProcess.Command("scene", "import", File("a.zesty"), "--data", folder)).Output.TrimEnd('\n');
            (await ServerProcess.Command("scene", "export", name, File("b.zesty"), "--data", folder)).ShouldBe((0, "", ""));
            (await System.IO.File.ReadAllBytesAsync(File("b.zesty"))).ShouldBe(await System.IO.File.ReadAllBytesAsync(File("a.zesty")));
            (await ServerProcess.Command("sample", File("b.zesty"))).Exit.ShouldBe(0);
            await System.IO.File.WriteAllBytesAsync(File("c.zesty"), (await System.IO.File.ReadAllBytesAsync(File("a.zesty")))[..^40]);
            var (exit, _, errors) = await ServerProcess.Command("scene", "import", File("c.zesty"), "--data", folder);
            (exit, errors).ShouldBe((2, "the file: it is damaged: no package can be read from it\n"));
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    [Fact]
    public async Task Many_pictures_are_sent_at_once_to_several_scenes()
    {
        var ids = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => server.AddScene()));
        var sent = await Task.WhenAll(ids.SelectMany(id => Enumerable.Range(1, 12).Select(async i => (id, i, Asset: await Sent(id, Png(20 + i))))));
        // The same files for all scenes are kept once, and named alike.
        sent.GroupBy(each => each.i).ShouldAllBe(same => same.Select(each => each.Asset).Distinct().Count() == 1);
        foreach (var id in ids)
        {
            var pictures = string.Join(",", sent.Where(each => each.id == id).OrderBy(each => each.i).Select(each => $$"""{"name":"p{{each.i}}.png","asset":"{{each.Asset}}","number":{{each.i}}}"""));
            (await server.Edit(id, 0, $$"""{"edit":"setBackdrop","view":"free","pictures":[{{pictures}}]}""")).EnsureSuccessStatusCode();
        }
        foreach (var (id, i, asset) in sent) (await server.Http.GetByteArrayAsync($"/api/scenes/{id}/pictures/{asset}")).ShouldBe(Png(20 + i));
    }
}
