using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Adds smooth noise to the channels that sway.</summary>
internal sealed class SwayStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "its sway";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) => thing.Sway?.Moves(channel) == true;

    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        if (rows.Object.Sway is not { On: true } sway) return;
        double[]? beats = null, roughness = null;
        for (var c = 0; c < rows.Channels.Length; c++)
            if (sway.Moves(rows.Channels[c].Name))
                Add(rows.Object, sway, rows.Channels[c].Name, rows[c], times, beats ??= RateSum.At(rows.Object, Sway.Pace, times), roughness ??= Stages.Values(rows.Object, Sway.Roughness, times));
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times)
    {
        if (!Moves(thing, spec.Name, times)) return after;
        Span<double> added = [0];
        Add(thing, thing.Sway!, spec.Name, added, times, RateSum.At(thing, Sway.Pace, times), Stages.Values(thing, Sway.Roughness, times));
        return spec.Within(after - added[0]);
    }

    private static void Add(SceneObject thing, Sway sway, string channel, Span<double> values, FrameTimes times, double[] beats, double[] roughness)
    {
        var (seed, amounts) = (SwayNoise.SeedOf(sway.Seed, channel), Stages.Values(thing, Sway.AmountOf(channel), times));
        for (var i = 0; i < values.Length; i++) values[i] += amounts[i] * SwayNoise.At(seed, beats[i], roughness[i]);
    }
}
