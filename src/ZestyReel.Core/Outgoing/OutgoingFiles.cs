using ZestyReel.Core.Scenes;
using ZestyReel.Core.Sounding;

namespace ZestyReel.Core.Outgoing;

/// <summary>The files that a scene needs, for formats that take them along.</summary>
/// <param name="Bytes">A file as it came; null where it is lost.</param>
/// <param name="Samples">The samples of a sound; null where it is lost.</param>
public sealed record OutgoingFiles(Func<AssetHash, byte[]?> Bytes, Func<AssetHash, ISamples?> Samples);
