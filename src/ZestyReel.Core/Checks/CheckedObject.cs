using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Checks;

/// <summary>An object that is looked at: its curves, and what is seen of it on each frame.</summary>
internal sealed class CheckedObject : IDisposable
{
    private readonly TimeFlow _flow;
    private readonly ChannelRows _rows;

    public CheckedObject(SceneObject thing, FrameTimes times, TimeFlow flow, FrameRange frames)
    {
        (Thing, Times, _flow, Frames) = (thing, times, flow, frames);
        _rows = new ChannelRows(thing, [.. thing.Specs.Where(spec => !spec.HoldsOnly && Stages.Moves(thing, spec.Name, times))], times.Count);
        if (!_rows.Channels.IsEmpty) Stages.Evaluate(_rows, times);
    }

    public SceneObject Thing { get; }

    public FrameTimes Times { get; }

    public FrameRange Frames { get; }

    public FrameRate Rate => Times.Scene.Rate;

    /// <summary>The channels that move and may be anything between two values.</summary>
    public ImmutableArray<ChannelSpec> Moving => _rows.Channels;

    /// <summary>What is seen of a channel that moves, on each frame.</summary>
    public ReadOnlySpan<double> Seen(string channel) => _rows.Of(channel);

    /// <summary>The curves that have keys, with the channel of each.</summary>
    public IEnumerable<(ChannelSpec Spec, Curve Curve)> Curves()
    {
        foreach (var (name, channel) in Thing.Channels)
            if (channel.Curve is { } curve && Thing.Find(name) is { } spec) yield return (spec with { Name = name }, curve);
    }

    /// <summary>Whether a channel's keys are seen when they stand.</summary>
    public bool IsPlain(string channel) => _flow.IsPlain || _flow.Covering(Thing.Id, channel).IsPlain;

    /// <summary>When a key is seen; when it stands, where it never is.</summary>
    public Tick SeenAt(string channel, Tick key) => IsPlain(channel) || _flow.Covering(Thing.Id, channel).PlayedOf(key.Value) is not { } played ? key : new((long)Math.Round(played));

    /// <summary>The first and the last moment that is looked at.</summary>
    public (Tick First, Tick Last) Ends => (Rate.StartOf(Frames.First), Rate.StartOf(Frames.Last));

    /// <summary>Whether a stretch of played time meets the frames that are looked at.</summary>
    public bool IsLookedAt(Tick start, Tick end) => end >= Ends.First && start <= Ends.Last;

    public Tick FrameAt(int place) => Rate.StartOf(Frames.First + place);

    public Finding Found(FindingKind kind, FindingLevel level, string channel, Tick start, Tick end, double amount, FindingUnit unit, ImmutableArray<CurveKeys> keys = default, FindingMend? mend = null) =>
        new(kind, level, Thing.Id, Thing.Name, channel, start, end, amount, unit, keys.IsDefault ? [] : keys, mend);

    public void Dispose() => _rows.Dispose();

    /// <summary>How far apart the least and the most of some values are.</summary>
    public static double Spread(ReadOnlySpan<double> values)
    {
        double least = double.PositiveInfinity, most = double.NegativeInfinity;
        foreach (var value in values) (least, most) = (Math.Min(least, value), Math.Max(most, value));
        return values.IsEmpty ? 0 : most - least;
    }
}
