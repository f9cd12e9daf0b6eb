using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Leads played time to each channel's source time through the scene's warps, the outermost first.</summary>
public sealed class TimeFlow
{
    private readonly Scene _scene;
    private readonly Warp[] _on;

    public TimeFlow(Scene scene) => (_scene, _on) = (scene, [.. scene.Warps.Values.Where(w => w.On)]);

    /// <summary>Whether played time and source time are the same everywhere.</summary>
    public bool IsPlain => _on.Length == 0;

    /// <summary>The warps that cover a channel, in the order in which they apply.</summary>
    public Warp[] Covering(ObjectId id, string channel)
    {
        if (_on.Length == 0) return [];
        // The rate of a clip stands in the time of the object that the clip is on.
        if (RateChannel.PlacedOf(id) is { } placed) (id, channel) = (_scene.Placed(placed).Object, "");
        return [.. _on
            .Select(warp => (warp, depth: warp.Depth(id, channel)))
            .Where(w => w.depth is not null)
            .OrderBy(w => w.depth)
            .Select(w => w.warp)];
    }

    /// <summary>The first played time at which one channel shows a source time, both in ticks; null where it never does.</summary>
    public double? PlayedOf(ObjectId id, string channel, double source)
    {
        double? played = source;
        foreach (var warp in Covering(id, channel).Reverse()) played = played is { } time ? warp.PlayedOf(time) : null;
        return played;
    }

    /// <summary>Source time of a played time for one channel, both in ticks.</summary>
    public double SourceOf(ObjectId id, string channel, double played)
    {
        foreach (var warp in Covering(id, channel))
        {
            var near = 0;
            played = warp.SourceOf(played, ref near);
        }
        return played;
    }
}
