using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Lets waves and rings of deformers go by themselves: their speed, summed up since the scene's first frame, is added to their phase.</summary>
internal sealed class SpeedStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "its speed";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) =>
        DeformerChannels.SpeedOf(channel) is { } speed && thing.Deformers?.Find(speed) is not null
        && (thing.Channels.ContainsKey(speed) || thing.IsLayered || Stages.Moves(thing, speed, times));

    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        if (rows.Object.Deformers is null) return;
        for (var c = 0; c < rows.Channels.Length; c++)
        {
            if (!Moves(rows.Object, rows.Channels[c].Name, times)) continue;
            var row = rows[c];
            var sums = RateSum.At(rows.Object, DeformerChannels.SpeedOf(rows.Channels[c].Name)!, times);
            for (var i = 0; i < row.Length; i++) row[i] += sums[i];
        }
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times) =>
        Moves(thing, spec.Name, times) ? spec.Within(after - RateSum.At(thing, DeformerChannels.SpeedOf(spec.Name)!, times)[0]) : after;
}
