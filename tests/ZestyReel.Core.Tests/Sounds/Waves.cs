using ZestyReel.Core.Scenes;
using ZestyReel.Core.Sounding;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Sounds;

/// <summary>Sounds made of formulas.</summary>
internal sealed class Waves(long count, Func<long, float> left, Func<long, float>? right = null) : ISamples
{
    public static readonly AssetHash Asset = AssetHash.Parse(new string('a', 64));

    public long Count => count;

    public void Read(long first, Span<float> l, Span<float> r)
    {
        (first >= 0 && first + l.Length <= count && l.Length == r.Length).ShouldBeTrue();
        for (var i = 0; i < l.Length; i++) (l[i], r[i]) = (left(first + i), (right ?? left)(first + i));
    }

    /// <summary>A sine of a pitch and of half the full scale.</summary>
    public static Waves Sine(double hertz, int rate, long count) => new(count, i => (float)(0.5 * Math.Sin(2 * Math.PI * hertz * i / rate)));

    /// <summary>Each sample another one, as if at random.</summary>
    public static Waves Noise(long count, int seed = 1) => new(count, i => Random(i, seed), i => Random(i, seed + 1));

    /// <summary>A sound of all that is in them, from a moment on.</summary>
    public Sound Sound(int rate, Tick start = default) => Core.Scenes.Sound.Whole(new(1), "Horn", 0, new(Asset, "horn.wav", rate, count), start);

    /// <summary>What is heard of a sound that has them.</summary>
    public (float[] Left, float[] Right) Heard(Scene scene, Tick start, int rate, int samples)
    {
        float[] l = new float[samples], r = new float[samples];
        new Mix(scene, _ => this).Render(start, rate, l, r);
        return (l, r);
    }

    private static float Random(long i, int seed) => ((uint)((i + 1) * 2654435761L * seed) >> 8) / 8388608f - 1;
}
