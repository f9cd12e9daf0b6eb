using System.Runtime.InteropServices;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Sounding;
using ZestyReel.Formats.Sounds;
using ZestyReel.Server.Hosting;
using ZestyReel.Store;

namespace ZestyReel.Server.Sounds;

/// <summary>
/// Sounds unpacked, in a folder beside the database, as long as a scene needs them: samples as floats, and the peaks of
/// them. What is not there is unpacked from the sound's file once more.
/// </summary>
public sealed class SoundBank : IDisposable
{
    private const string FolderName = "sounds", Unfinished = ".unfinished", PeaksEnding = ".peaks";

    private readonly string _folder;
    private readonly Lock _turn = new();
    private readonly Dictionary<AssetHash, Open> _open = [];

    private sealed record Open(KeptSamples Samples, Peaks Peaks);

    /// <summary>Takes away what no scene needs, and what was being written when the program was killed.</summary>
    public SoundBank(ServerOptions options, SceneShelf shelf)
    {
        _folder = Path.Combine(options.DataFolder, FolderName);
        if (!Directory.Exists(_folder)) return;
        var needed = shelf.Assets();
        foreach (var path in Directory.EnumerateFiles(_folder).ToList())
            if (path.EndsWith(Unfinished, StringComparison.Ordinal) || !needed.Contains(Path.GetFileName(path)[..Math.Min(64, Path.GetFileName(path).Length)])) File.Delete(path);
    }

    /// <summary>Reads a file through and keeps what is in it.</summary>
    /// <param name="naming">Which it is; of a large file that is being worked out meanwhile.</param>
    /// <param name="file">The file.</param>
    /// <param name="place">What is told as the place of a fault.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="Core.Refusal">It is no sound that can be heard.</exception>
    public SoundShape Keep(Task<AssetHash> naming, byte[] file, string place, CancellationToken stop = default)
    {
        Directory.CreateDirectory(_folder);
        // More than one may unpack the same at the same time.
        var unfinished = Path.Combine(_folder, $"{Guid.NewGuid():N}{Unfinished}");
        try
        {
            SoundShape shape;
            PeaksMaking? peaks = null;
            using (var into = new FileStream(unfinished, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1 << 20))
            {
                shape = SoundFiles.Check(file, place, (samples, count, of) =>
                {
                    var heard = samples.AsSpan(0, StereoDown.Mix(samples.AsSpan(0, count), of));
                    (peaks ??= new(StereoDown.Of(of))).Add(heard);
                    into.Write(MemoryMarshal.AsBytes(heard));
                }, stop);
            }
            var asset = naming.GetAwaiter().GetResult();
            WritePeaks(asset, peaks!.Made());
            File.Move(unfinished, PathOf(asset, StereoDown.Of(shape.Channels)), overwrite: true);
            return shape;
        }
        finally
        {
            File.Delete(unfinished);
        }
    }

    /// <summary>The samples of a sound and their peaks; null where its file has been lost.</summary>
    /// <param name="asset">Which.</param>
    /// <param name="file">Its file, should it have to be unpacked.</param>
    /// <exception cref="Core.Refusal">It is no sound.</exception>
    public (ISamples Samples, Peaks Peaks)? Of(AssetHash asset, Func<AssetHash, byte[]?> file)
    {
        lock (_turn)
        {
            if (!_open.TryGetValue(asset, out var open))
            {
                if (Kept(asset) is null)
                {
                    if (file(asset) is not { } bytes) return null;
                    Keep(Task.FromResult(asset), bytes, "sound");
                }
                if (Kept(asset) is not { } kept) return null;
                _open[asset] = open = new(new KeptSamples(kept.Path, kept.Channels), new Peaks(MemoryMarshal.Cast<byte, short>(File.ReadAllBytes(PeaksOf(asset))).ToArray()));
            }
            return (open.Samples, open.Peaks);
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        lock (_turn)
        {
            foreach (var open in _open.Values) open.Samples.Dispose();
            _open.Clear();
        }
    }

    private (string Path, int Channels)? Kept(AssetHash asset)
    {
        for (var channels = 1; channels <= 2; channels++)
            if (PathOf(asset, channels) is var path && File.Exists(path) && File.Exists(PeaksOf(asset))) return (path, channels);
        return null;
    }

    private void WritePeaks(AssetHash asset, Peaks peaks)
    {
        var unfinished = PeaksOf(asset) + $".{Guid.NewGuid():N}{Unfinished}";
        File.WriteAllBytes(unfinished, MemoryMarshal.AsBytes(peaks.Kept).ToArray());
        File.Move(unfinished, PeaksOf(asset), overwrite: true);
    }

    private string PathOf(AssetHash asset, int channels) => Path.Combine(_folder, $"{asset}.{channels}");

    private string PeaksOf(AssetHash asset) => Path.Combine(_folder, asset + PeaksEnding);
}
