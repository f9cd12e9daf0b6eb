using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Channels of an object that are to be sampled anew, and where in time.</summary>
/// <param name="Target">What to sample.</param>
/// <param name="Within">The source times, in ticks, outside which all of it is as it was.</param>
public sealed record StaleTarget(SampleTarget Target, TickInterval Within)
{
    /// <summary>Whose channels.</summary>
    public SceneObject Object => Target.Object;

    /// <summary>Which channels.</summary>
    public ImmutableArray<ChannelSpec> Channels => Target.Channels;

    /// <summary>Whether any of a run of moments is otherwise than it was.</summary>
    /// <param name="times">The moments, with the one after them where speeds are sampled too.</param>
    public bool Meets(FrameTimes times)
    {
        if (Within == TickInterval.All) return true;
        if (Within.IsEmpty) return false;
        foreach (var spec in Channels)
            if (Within.MeetsAny(times.For(Object.Id, spec.Name))) return true;
        return false;
    }
}
