using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Sounding;

/// <summary>All that is heard of a scene. Where no warp plays a sound, what is made of a stretch of time does not depend on where it was begun.</summary>
public sealed class Mix
{
    private readonly ImmutableArray<SoundVoice> _voices;

    /// <param name="scene">The scene.</param>
    /// <param name="samples">The samples of a file; null where it is lost, and nothing is heard of it.</param>
    public Mix(Scene scene, Func<AssetHash, ISamples?> samples)
    {
        var flow = new TimeFlow(scene).CoveringScene();
        _voices = [.. Heard(scene).Select(sound => samples(sound.File.Asset) is { } there ? new SoundVoice(sound, there, scene.Rate, flow) : null).OfType<SoundVoice>()];
    }

    /// <summary>The sounds that are heard: of those that are solo, else of all.</summary>
    public static IEnumerable<Sound> Heard(Scene scene)
    {
        var isSolo = scene.Sounds.Values.Any(sound => sound.Solo);
        return scene.SoundsDownwards().Where(sound => sound.Solo || !isSolo);
    }

    /// <summary>Makes samples of both sides; they may be larger than full scale.</summary>
    /// <param name="start">The played time of the first.</param>
    /// <param name="rate">How many a second.</param>
    /// <param name="left">Room for those of the left.</param>
    /// <param name="right">Room for as many of the right.</param>
    public void Render(Tick start, int rate, Span<float> left, Span<float> right)
    {
        left.Clear();
        right.Clear();
        foreach (var voice in _voices) voice.Add(start, rate, left, right);
    }
}
