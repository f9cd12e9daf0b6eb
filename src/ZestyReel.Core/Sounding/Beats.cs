using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Sounding;

/// <summary>A beat that has been found.</summary>
/// <param name="Time">The played time.</param>
/// <param name="Strength">From 0 to 1, where 1 is the strongest.</param>
public readonly record struct Beat(Tick Time, double Strength);

/// <summary>What was found in sounds.</summary>
/// <param name="Found">The beats, in the order of time.</param>
/// <param name="Loudness">The most of each of equal parts of the time that was listened to; 1 is full scale.</param>
public sealed record Beats(ImmutableArray<Beat> Found, ImmutableArray<float> Loudness)
{
    /// <summary>How many parts the loudness is told of.</summary>
    public const int Parts = 512;

    /// <summary>The longest that is listened to at once, in seconds.</summary>
    public const int Longest = 60 * 60;

    private const int Rate = 48_000;

    /// <summary>
    /// Listens to sounds as they stand in the scene, each in full: how loud they are made, and whether they are muted, is
    /// not asked.
    /// </summary>
    /// <param name="scene">The scene.</param>
    /// <param name="sounds">Which of them.</param>
    /// <param name="frames">The played frames, from the start of the first to the end of the last.</param>
    /// <param name="samples">The samples of a file; null where it is lost.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="Refusal">There is no such sound, none is given, or the time is too long.</exception>
    public static Beats Of(Scene scene, IReadOnlyCollection<SoundId> sounds, FrameRange frames, Func<AssetHash, ISamples?> samples, CancellationToken stop = default)
    {
        if (sounds.Count == 0) throw new Refusal("sounds", "select the sounds to be listened to");
        var chosen = sounds.Distinct().Select(id => scene.Sound(id, "sounds")).Select(sound => sound with { Solo = false, FadeIn = 0, FadeOut = 0, Gain = new(0), Mute = new(0) });
        var heard = scene with { Sounds = chosen.ToImmutableSortedDictionary(sound => sound.Id, sound => sound) };
        var (start, end) = (scene.Rate.StartOf(frames.First), scene.Rate.StartOf(frames.Last + 1));
        var count = (long)((Int128)(end - start).Value * Rate / Tick.PerSecond);
        if (count > (long)Rate * Longest) throw new Refusal("frames", $"{Longest / 60} minutes at the most are listened to at once; give a shorter part");
        var (mix, onsets, loudness) = (new Mix(heard, samples), new Onsets(Rate), new float[Parts]);
        mix.Render(start, Rate, count, (at, left, right) =>
        {
            onsets.Listen(left, right);
            for (var i = 0; i < left.Length; i++)
            {
                ref var part = ref loudness[(at + i) * Parts / count];
                part = Math.Max(part, Math.Max(Math.Abs(left[i]), Math.Abs(right[i])));
            }
        }, stop);
        return new([.. onsets.Found().Select(each => new Beat(start + new TickSpan((long)Math.Round(each.Second * Tick.PerSecond)), each.Strength))], [.. loudness]);
    }
}
