using System.IO.Compression;
using Microsoft.Extensions.Caching.Memory;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Reels;

/// <summary>The scenes as they were when reels were shot; those that were looked at last are kept for a while.</summary>
public sealed class ReelScenes(ReelShelf shelf) : IDisposable
{
    private const int Most = 4;

    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(2);

    private readonly MemoryCache _read = new(new MemoryCacheOptions { SizeLimit = Most });

    /// <summary>The scene as it was when a reel was shot.</summary>
    /// <exception cref="ReelGone">It is not there.</exception>
    public Scene Of(long reel, CancellationToken stop)
    {
        if (_read.Get<Scene>(reel) is { } known) return known;
        var packed = shelf.SceneOf(reel) ?? throw new ReelGone("The scene as it was when this reel was shot is not there any more.");
        using var file = new MemoryStream();
        using (var brotli = new BrotliStream(new MemoryStream(packed), CompressionMode.Decompress)) brotli.CopyTo(file);
        var scene = SceneFileReader.Read(file.ToArray(), null, stop);
        return _read.Set(reel, scene, new MemoryCacheEntryOptions { SlidingExpiration = Kept, Size = 1 });
    }

    /// <inheritdoc/>
    public void Dispose() => _read.Dispose();
}
