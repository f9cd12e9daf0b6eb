using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>How loud sounds are at whole played frames.</summary>
public static class SoundSamples
{
    /// <summary>Gain and mute of each.</summary>
    public static IEnumerable<SampleBlock> Of(Scene scene, FrameRange frames)
    {
        foreach (var sound in scene.Sounds.Values)
            yield return new(OwnerKind.Sound, sound.Id.Value, frames.First, (int)frames.Count, [.. SoundChannels.Specs.Select(spec => Track(scene.Rate, sound.Channel(spec.Name), spec, frames))]);
    }

    private static SampleTrack Track(FrameRate rate, Channel channel, ChannelSpec spec, FrameRange frames)
    {
        if (channel.Curve is null) return SampleTrack.Still(spec.Name, (float)channel.Still);
        var samples = new float[frames.Count];
        for (var i = 0; i < samples.Length; i++) samples[i] = (float)spec.Within(channel.ValueAt(rate.StartOf(frames.First + i).Value));
        return new(spec.Name, samples);
    }
}
