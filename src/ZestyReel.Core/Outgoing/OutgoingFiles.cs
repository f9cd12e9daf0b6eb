using ZestyReel.Core.Scenes;
using ZestyReel.Core.Sounding;

namespace ZestyReel.Core.Outgoing;

/// <summary>What a scene has beside it, for formats that take it along.</summary>
/// <param name="Bytes">A file as it came; null where it is lost.</param>
/// <param name="Samples">The samples of a sound; null where it is lost.</param>
/// <param name="History">What was done to it, packed; left out or null where nobody knows.</param>
public sealed record OutgoingFiles(Func<AssetHash, byte[]?> Bytes, Func<AssetHash, ISamples?> Samples, Func<CancellationToken, OutgoingHistory?>? History = null);
