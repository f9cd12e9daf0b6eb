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

    /// <summary>Is told samples in a row of both sides.</summary>
    /// <param name="first">Which is the first of them, counted from 0.</param>
    /// <param name="left">Those of the left.</param>
    /// <param name="right">As many of the right.</param>
    public delegate void Told(long first, ReadOnlySpan<float> left, ReadOnlySpan<float> right);

    /// <summary>Makes many samples of both sides, and tells them second by second.</summary>
    /// <param name="start">The played time of the first.</param>
    /// <param name="rate">How many a second; each lasts whole ticks.</param>
    /// <param name="count">How many.</param>
    /// <param name="told">Told each second.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public void Render(Tick start, int rate, long count, Told told, CancellationToken stop)
    {
        float[] left = new float[rate], right = new float[rate];
        for (long at = 0; at < count; at += rate)
        {
            stop.ThrowIfCancellationRequested();
            var some = (int)Math.Min(rate, count - at);
            Render(start + new TickSpan(at * (Tick.PerSecond / rate)), rate, left.AsSpan(0, some), right.AsSpan(0, some));
            told(at, left.AsSpan(0, some), right.AsSpan(0, some));
        }
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
