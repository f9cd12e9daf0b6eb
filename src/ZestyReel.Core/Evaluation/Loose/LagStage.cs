using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Lets channels follow, as if on a spring, what the steps before give.</summary>
internal sealed class LagStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "its lag";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) => thing.Lag?.Moves(channel) == true;

    /// <summary>In the world it lags behind everything that carries it.</summary>
    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) =>
        thing.Lag is { On: true, World: true } ? scene.Behind(thing.Id).Skip(1).Select(each => each.Id) : [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        if (rows.Object.Lag is not { On: true } lag) return;
        foreach (var channel in lag.Moved)
        {
            if (!rows.Has(channel)) continue;
            LagRun.Of(times.Scene, rows.Object).Apply(rows, times);
            return;
        }
    }

    /// <summary>What is seen rests on all that was before.</summary>
    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times) =>
        !Moves(thing, spec.Name, times) || !LooseGrid.Of(times.Scene).Covers(times.Played[0]) ? after : null;
}
