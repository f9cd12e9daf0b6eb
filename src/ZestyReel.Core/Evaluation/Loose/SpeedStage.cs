using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Lets waves and rings of deformers go by themselves: their speed, summed up since the scene's first frame, is added to their phase.</summary>
internal sealed class SpeedStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "its speed";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) => MovesPhase(thing, channel, times);

    /// <summary>What speed adds to a channel at each of some moments; null where nothing.</summary>
    public static double[]? AddedTo(SceneObject thing, string channel, FrameTimes times) =>
        MovesPhase(thing, channel, times) ? RateSum.At(thing, DeformerChannels.SpeedOf(channel)!, times) : null;

    private static bool MovesPhase(SceneObject thing, string channel, FrameTimes times) =>
        DeformerChannels.SpeedOf(channel) is { } speed && thing.Deformers?.Find(speed) is not null
        && (thing.Channels.Keys.Any(name => LayeredName.ChannelOf(name) == speed) || Stages.Moves(thing, speed, times));

    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        if (rows.Object.Deformers is null) return;
        for (var c = 0; c < rows.Channels.Length; c++)
        {
            if (AddedTo(rows.Object, rows.Channels[c].Name, times) is not { } sums) continue;
            var row = rows[c];
            for (var i = 0; i < row.Length; i++) row[i] += sums[i];
        }
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times) =>
        AddedTo(thing, spec.Name, times) is { } sums ? spec.Within(after - sums[0]) : after;
}
