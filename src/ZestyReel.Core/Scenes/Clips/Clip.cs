using System.Collections.Immutable;
using ZestyReel.Core.Curves;

namespace ZestyReel.Core.Scenes;

/// <summary>A short named motion. It moves nothing by itself; placed on objects, it is added to their own motion.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">Unique among the scene's clips.</param>
/// <param name="Length">From its start, time 0, to its end, in ticks; above 0.</param>
/// <param name="Channels">Its curves by channel, each within the length; none of them only holds by its kind.</param>
public sealed record Clip(ClipId Id, string Name, long Length, ImmutableSortedDictionary<string, Curve> Channels);
