using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Puts what falls where it has fallen to.</summary>
internal sealed class BounceStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "its bounce";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) => thing.Bounce?.Moves(channel) == true;

    /// <summary>All that bounces, what is bounced off, and whatever carries any of these.</summary>
    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) =>
        thing.Bounce is { On: true } ? scene.Behind(thing.Id).Skip(1).Select(each => each.Id) : [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        if (rows.Object.Bounce is not { On: true } || !rows.Channels.Any(spec => Lag.Place.Contains(spec.Name))) return;
        var places = BounceRun.Of(times.Scene).Places(rows.Object, times);
        if (Array.TrueForAll(places, place => place is null)) return;
        var around = WorldSampler.For(times).Around(rows.Object);
        Span<double> x = rows.Of("position.x"), y = rows.Of("position.y"), z = rows.Of("position.z");
        for (var i = 0; i < places.Length; i++)
        {
            // Inside what has no size, nothing is anywhere.
            if (places[i] is not { } world || (around is null ? world : around[i].Inverse()?.Point(world)) is not { } own) continue;
            if (!x.IsEmpty) x[i] = own.X;
            if (!y.IsEmpty) y[i] = own.Y;
            if (!z.IsEmpty) z[i] = own.Z;
        }
    }

    /// <summary>While it falls, no keys say where it is.</summary>
    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times) =>
        !Moves(thing, spec.Name, times) || BounceRun.Of(times.Scene).Places(thing, times)[0] is null ? after : null;
}
