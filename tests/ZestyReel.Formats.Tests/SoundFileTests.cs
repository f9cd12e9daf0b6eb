using System.Diagnostics;
using ZestyReel.Core;
using ZestyReel.Formats.Sounds;

namespace ZestyReel.Formats.Tests;

/// <summary>Sound files that Debian's sox wrote: a sweep, whose samples it tells as text.</summary>
public sealed class SoundFileTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-sounds").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private static void Sox(params string[] arguments)
    {
        using var sox = Process.Start(new ProcessStartInfo("sox", arguments) { RedirectStandardError = true })!;
        var told = sox.StandardError.ReadToEnd();
        sox.WaitForExit();
        sox.ExitCode.ShouldBe(0, told);
    }

    /// <summary>A sweep as sox writes it in a form.</summary>
    private byte[] Sweep(string ending, int rate, int channels, params string[] form)
    {
        var path = Path.Combine(_folder, $"sweep.{ending}");
        Sox(["-D", "-R", "-n", "-r", $"{rate}", "-c", $"{channels}", .. form, path, "synth", "0.5", "sine", "100-2000", "sine", "300", "gain", "-3"]);
        return File.ReadAllBytes(path);
    }

    /// <summary>What sox itself reads from the file.</summary>
    private float[] ReadBySox(string ending)
    {
        var plain = Path.Combine(_folder, "plain.f32");
        Sox("-D", Path.Combine(_folder, $"sweep.{ending}"), "-t", "f32", plain);
        var bytes = File.ReadAllBytes(plain);
        return [.. Enumerable.Range(0, bytes.Length / 4).Select(i => BitConverter.ToSingle(bytes, i * 4))];
    }

    private static (SoundShape Shape, float[] Samples) Read(byte[] file)
    {
        var samples = new List<float>();
        var shape = SoundFiles.Check(file, "sweep", (some, count, _) => samples.AddRange(some.AsSpan(0, count)));
        return (shape, [.. samples]);
    }

    [Theory]
    [InlineData(44_100, 2, "-b", "16")]
    [InlineData(48_000, 1, "-b", "8")]
    [InlineData(96_000, 2, "-b", "24")]
    [InlineData(8_000, 1, "-b", "32")]
    [InlineData(192_000, 2, "-e", "floating-point", "-b", "32")]
    [InlineData(48_000, 6, "-e", "floating-point", "-b", "64")]
    public void Wav_is_read_sample_for_sample(int rate, int channels, params string[] form)
    {
        var (shape, samples) = Read(Sweep("wav", rate, channels, form));
        shape.ShouldBe(new SoundShape(rate, channels, rate / 2));
        var sox = ReadBySox("wav");
        sox.Length.ShouldBe(samples.Length);
        // What has more bits than a float is rounded, by sox otherwise.
        var isRounded = form.Contains("64") || form is ["-b", "32"];
        samples.Zip(sox, (one, other) => Math.Abs(one - other)).Max().ShouldBeLessThanOrEqualTo(isRounded ? 6e-8f : 0);
    }

    [Fact]
    public void Ogg_is_read_as_sox_reads_it()
    {
        var (shape, samples) = Read(Sweep("ogg", 44_100, 2));
        shape.ShouldBe(new SoundShape(44_100, 2, 22_050));
        var sox = ReadBySox("ogg");
        sox.Length.ShouldBe(samples.Length);
        // Sox rounds to 16 bits on its way.
        for (var i = 0; i < sox.Length; i++) samples[i].ShouldBe(sox[i], 2e-4f);
    }

    [Fact]
    public void Mp3_is_read_as_sox_reads_it()
    {
        var (shape, samples) = Read(Sweep("mp3", 44_100, 1));
        (shape.Rate, shape.Channels).ShouldBe((44_100, 1));
        var sox = ReadBySox("mp3");
        // Coders have a lead of their own, of which readers may leave out some.
        shape.Samples.ShouldBeInRange(22_050, 22_050 + 3_000);
        var lead = Enumerable.Range(-1200, 2400).MinBy(shift => Enumerable.Range(5_000, 2_000).Sum(i => Math.Abs(samples[i + shift] - sox[i])));
        for (var i = 3_000; i < 18_000; i++) samples[i + lead].ShouldBe(sox[i], 2e-3f);
    }

    [Fact]
    public void What_cannot_be_heard_is_refused_with_its_reason()
    {
        var wav = Sweep("wav", 48_000, 2, "-b", "16");
        var ogg = Sweep("ogg", 44_100, 1);
        string Why(byte[] file) => Should.Throw<Refusal>(() => Read(file)).Reason;
        Why([]).ShouldContain("no sound that is known");
        Why("RIFF"u8.ToArray()).ShouldContain("no sound that is known");
        Why([.. "fLaC"u8, .. new byte[40]]).ShouldContain("FLAC");
        Why([0x89, (byte)'P', (byte)'N', (byte)'G']).ShouldContain("WAV, Ogg Vorbis or MP3");
        Why(wav[..(wav.Length / 2)]).ShouldContain("its end is missing");
        Why(ogg[..(ogg.Length / 2)]).ShouldContain("end is missing");
        Why(wav[..44]).ShouldContain("missing");
        Why([0xff, 0xfb, 0x90, 0x00, 1, 2, 3]).ShouldContain("damaged");
        // A length, channels and a rate that lie.
        byte[] With(int at, params byte[] bytes)
        {
            var lies = wav.ToArray();
            bytes.CopyTo(lies, at);
            return lies;
        }
        Why(With(40, 0xff, 0xff, 0xff, 0x7f)).ShouldContain("its end is missing");
        Why(With(24, 0, 0, 0, 0)).ShouldNotBeEmpty();
        Why(With(24, 0xff, 0xff, 0xff, 0x7f)).ShouldContain("samples a second");
        Why(Sweep("wav", 48_000, 32, "-b", "16")).ShouldContain("32 channels");
        Why(Sweep("wav", 48_000, 1, "-e", "u-law")).ShouldContain("plain samples");
        Why(new byte[SoundFiles.LargestFile + 1]).ShouldContain("256 MB");
    }

    [Fact]
    public void Whatever_bytes_are_wrong_it_is_read_or_refused_and_never_fails()
    {
        var random = new Random(7);
        byte[][] good = [Sweep("wav", 8_000, 2, "-b", "24"), Sweep("ogg", 8_000, 1), Sweep("mp3", 16_000, 1)];
        for (var i = 0; i < 300; i++)
        {
            var file = good[i % 3].ToArray();
            for (var k = random.Next(1, 30); k > 0; k--) file[random.Next(i % 2 == 0 ? 200 : file.Length)] = (byte)random.Next(256);
            try
            {
                var (shape, samples) = Read(file[..random.Next(file.Length / 2, file.Length + 1)]);
                samples.LongLength.ShouldBe(shape.Samples * shape.Channels);
                samples.ShouldAllBe(value => float.IsFinite(value));
            }
            catch (Refusal) { }
        }
    }
}
