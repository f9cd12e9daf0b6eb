using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Sounding;
using ZestyReel.Formats.Sounds;
using ZestyReel.Server.Scenes;

namespace ZestyReel.Server.Commands;

/// <summary>A scene that a command reads, with the files that it needs.</summary>
internal sealed class SourceScene(Stream file, BroughtScene brought) : IDisposable
{
    private readonly Dictionary<AssetHash, ISamples> _unpacked = [];

    /// <summary>The scene.</summary>
    public Scene Scene => brought.Scene;

    /// <summary>Its files; of a scene file, which has none, nothing.</summary>
    public OutgoingFiles Files => new(brought.Bytes, Samples, _ => brought.PackedHistory());

    /// <inheritdoc/>
    public void Dispose()
    {
        brought.Dispose();
        file.Dispose();
    }

    private ISamples? Samples(AssetHash asset)
    {
        if (brought.Asset is not { } bytes) return null;
        if (!_unpacked.TryGetValue(asset, out var samples)) _unpacked[asset] = samples = UnpackedSound.Of(bytes(asset));
        return samples;
    }
}
