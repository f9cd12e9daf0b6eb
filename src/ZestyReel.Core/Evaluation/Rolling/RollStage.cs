using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Adds to a wheel's rotation what it has rolled.</summary>
internal sealed class RollStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "rolling";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) => thing.Roll?.Channel == channel;

    /// <summary>It rolls over the way that everything above it carries it; what follows a path or aims rests on the same.</summary>
    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) =>
        thing.Roll is null && thing.Follow is null && thing.Aim is null ? [] : scene.Behind(thing.Id).Skip(1).Select(each => each.Id);

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        if (rows.Object.Roll is not { } roll || !rows.Has(roll.Channel)) return;
        RollSums.Of(times.Scene, rows.Object).AddDegrees(times, rows.Of(roll.Channel));
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times)
    {
        if (!Moves(thing, spec.Name, times)) return after;
        Span<double> added = [0];
        RollSums.Of(times.Scene, thing).AddDegrees(times, added);
        return spec.Within(after - added[0]);
    }
}
