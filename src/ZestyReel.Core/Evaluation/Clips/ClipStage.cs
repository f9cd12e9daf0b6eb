using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Adds what the clips placed on an object give.</summary>
internal sealed class ClipStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "a clip";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) => times.ClipsOn(thing.Id)?.Covers(channel) == true;

    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        if (times.ClipsOn(rows.Object.Id) is not { } clips) return;
        for (var i = 0; i < rows.Channels.Length; i++)
            if (clips.Covers(rows.Channels[i].Name)) clips.AddTo(rows[i], rows.Channels[i].Name, times.For(rows.Object.Id, rows.Channels[i].Name));
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times)
    {
        if (!Moves(thing, spec.Name, times)) return after;
        Span<double> added = [0];
        times.ClipsOn(thing.Id)!.AddTo(added, spec.Name, times.For(thing.Id, spec.Name));
        return spec.Within(after - added[0]);
    }
}
