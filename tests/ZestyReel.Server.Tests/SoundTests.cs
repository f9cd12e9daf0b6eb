using System.Net;
using System.Runtime.InteropServices;
using System.Text.Json;
using NAudio.Wave;

namespace ZestyReel.Server.Tests;

/// <summary>Sounds over HTTP: sent, named, drawn by their peaks and heard by their mix.</summary>
public class SoundTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const long PerSample = 705_600_000 / 48_000;

    private static float Value(int i) => i % 100 / 200f;

    private static byte[] Wav(int samples, int seed = 0)
    {
        var bytes = new MemoryStream();
        using (var wav = new WaveFileWriter(bytes, WaveFormat.CreateIeeeFloatWaveFormat(48_000, 1)))
            for (var i = 0; i < samples; i++) wav.WriteSample(Value(i + seed));
        return bytes.ToArray();
    }

    private Task<HttpResponseMessage> Send(long id, byte[] file, string name = "horn.wav") => server.Http.PostAsync($"/api/scenes/{id}/sounds?name={Uri.EscapeDataString(name)}", new ByteArrayContent(file));

    private async Task<JsonElement> Sent(long id, byte[] file) => (await RunningServer.Json((await Send(id, file)).EnsureSuccessStatusCode())).GetProperty("file");

    private static string Laid(JsonElement file, long start = 0) => $$"""{"edit":"addSound","file":{{file}},"start":{{start}}}""";

    private async Task<float[]> Mix(long id, long start, int count) =>
        MemoryMarshal.Cast<byte, float>(await server.Http.GetByteArrayAsync($"/api/scenes/{id}/mix?start={start}&count={count}&rate=48000")).ToArray();

    [Fact]
    public async Task A_sound_is_sent_laid_drawn_heard_and_goes_out_and_in_with_its_scene()
    {
        var id = await server.AddScene();
        var file = await Sent(id, Wav(3000));
        (file.GetProperty("rate").GetInt32(), file.GetProperty("samples").GetInt64()).ShouldBe((48_000, 3000));
        (await server.Edit(id, 0, Laid(file, 500 * PerSample))).EnsureSuccessStatusCode();
        var asset = file.GetProperty("asset").GetString();
        var peaks = await server.Http.GetAsync($"/api/scenes/{id}/sounds/{asset}/peaks?level=8&tile=0");
        peaks.Headers.CacheControl!.MaxAge!.Value.ShouldBeGreaterThan(TimeSpan.FromDays(30));
        var pairs = MemoryMarshal.Cast<byte, short>(await peaks.Content.ReadAsByteArrayAsync()).ToArray();
        (pairs.Length, pairs[0], pairs[1]).ShouldBe((24, (short)0, (short)Math.Round(Value(99) * 32767)));
        var heard = await Mix(id, 0, 1000);
        heard[..1000].ShouldBe([.. new float[500], .. Enumerable.Range(0, 500).Select(Value)]);
        heard[1000..].ShouldBe(heard[..1000]);
        // The sound makes a package of the file, and comes in with it.
        var package = await server.Http.GetByteArrayAsync($"/api/scenes/{id}/file");
        var copy = await RunningServer.Json((await server.Http.PostAsync("/api/scenes/import", new ByteArrayContent(package))).EnsureSuccessStatusCode());
        (await Mix(copy.GetProperty("id").GetInt64(), 0, 1000)).ShouldBe(heard);
    }

    [Fact]
    public async Task What_is_heard_goes_out_as_a_wav_file_sample_for_sample()
    {
        var id = await server.AddScene();
        (await server.Edit(id, 0, Laid(await Sent(id, Wav(9000)), -1000 * PerSample))).EnsureSuccessStatusCode();
        var answer = await server.Http.GetAsync($"/api/scenes/{id}/mix.wav?first=-1&last=2");
        answer.Content.Headers.ContentDisposition!.FileName!.ShouldEndWith(".wav");
        using var wav = new WaveFileReader(await answer.Content.ReadAsStreamAsync());
        (wav.WaveFormat.SampleRate, wav.WaveFormat.Channels, wav.WaveFormat.Encoding, wav.SampleCount).ShouldBe((48_000, 2, WaveFormatEncoding.IeeeFloat, 8000));
        var heard = await Mix(id, -2000 * PerSample, 8000);
        var samples = new float[16_000];
        wav.ToSampleProvider().Read(samples).ShouldBe(16_000);
        for (var i = 0; i < 8000; i++) (samples[i * 2], samples[i * 2 + 1]).ShouldBe((heard[i], heard[8000 + i]));
        foreach (var asked in new[] { "first=2&last=1", "first=0&last=9000000", "first=0" })
            (await server.Http.GetAsync($"/api/scenes/{id}/mix.wav?{asked}")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task Beats_are_told_where_they_are_heard()
    {
        var id = await server.AddScene();
        // What is silent for a tenth of a second, and then is not.
        var bytes = new MemoryStream();
        using (var wav = new WaveFileWriter(bytes, WaveFormat.CreateIeeeFloatWaveFormat(48_000, 1)))
            for (var i = 0; i < 24_000; i++) wav.WriteSample(i < 4800 ? 0 : Value(i));
        (await server.Edit(id, 0, Laid(await Sent(id, bytes.ToArray()), 10_000 * PerSample))).EnsureSuccessStatusCode();
        var told = await RunningServer.Json((await server.Http.GetAsync($"/api/scenes/{id}/beats?sounds=1&first=0&last=23")).EnsureSuccessStatusCode());
        Math.Abs(told.GetProperty("times").EnumerateArray().Single().GetInt64() - 14_800 * PerSample).ShouldBeLessThan(705_600_000 / 100);
        told.GetProperty("strengths").EnumerateArray().Single().GetDouble().ShouldBe(1);
        var loudness = told.GetProperty("loudness").EnumerateArray().Select(part => part.GetSingle()).ToList();
        (loudness.Count, loudness.FindIndex(part => part > 0)).ShouldBe((512, 14_800 * 512 / 48_000));
        foreach (var asked in new[] { "first=0&last=9", "sounds=7&first=0&last=9", "sounds=1&first=9&last=0", "sounds=1&first=0&last=9000000", "sounds=x&first=0&last=9" })
            (await server.Http.GetAsync($"/api/scenes/{id}/beats?{asked}")).StatusCode.ShouldBe(HttpStatusCode.BadRequest, asked);
        (await server.Http.GetAsync("/api/scenes/999999/beats?sounds=1&first=0&last=9")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Several_writers_lay_sounds_at_once()
    {
        var id = await server.AddScene();
        var files = await Task.WhenAll(Enumerable.Range(0, 6).Select(async i => await Sent(id, Wav(1000, i))));
        foreach (var (i, file) in files.Index()) (await server.Edit(id, i, Laid(file))).EnsureSuccessStatusCode();
        (await Mix(id, 0, 1))[0].ShouldBe(Enumerable.Range(0, 6).Sum(Value), 1e-6f);
    }

    [Fact]
    public async Task What_cannot_be_is_refused_and_nothing_is_kept()
    {
        var id = await server.AddScene();
        var wav = Wav(3000);
        foreach (var wrong in new[] { wav[..4000], [], "fLaC"u8.ToArray() })
            (await Send(id, wrong)).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Send(id, wav, "")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Send(long.MaxValue, wav)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        // What has not been sent for this scene cannot be laid on it.
        var other = await server.AddScene();
        var file = await Sent(other, wav);
        (await server.Edit(id, 0, Laid(file))).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        var asset = file.GetProperty("asset").GetString();
        (await server.Http.GetAsync($"/api/scenes/{id}/sounds/{asset}/peaks?level=8&tile=0")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        foreach (var asked in new[] { "level=-1&tile=0", "level=25&tile=0", "level=0&tile=-1" })
            (await server.Http.GetAsync($"/api/scenes/{other}/sounds/{asset}/peaks?{asked}")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        foreach (var asked in new[] { "start=0&count=0&rate=48000", "start=0&count=2000001&rate=48000", "start=0&count=1&rate=1", $"start={long.MinValue}&count=1&rate=48000" })
            (await server.Http.GetAsync($"/api/scenes/{other}/mix?{asked}")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }
}
