using System.Runtime.CompilerServices;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Sounding;

/// <summary>One sound as it is heard.</summary>
internal sealed class SoundVoice
{
    // So many samples are made at once.
    private const int AtOnce = 512;

    private readonly Sound _sound;
    private readonly ISamples _samples;
    private readonly SoundLevel _level;
    private readonly TimeStack? _flow;
    private readonly long _length;

    public SoundVoice(Sound sound, ISamples samples, FrameRate rate, TimeStack flow)
    {
        (_sound, _samples, _level) = (sound, samples, new(sound, rate));
        _flow = sound.Warped && !flow.IsPlain ? flow : null;
        _length = sound.To - sound.From;
    }

    /// <summary>Adds what is heard of it.</summary>
    /// <param name="start">The played time of the first sample that is made, in ticks.</param>
    /// <param name="rate">How many are made a second.</param>
    /// <param name="left">What it is added to.</param>
    /// <param name="right">The same of the other side.</param>
    public void Add(Tick start, int rate, Span<float> left, Span<float> right)
    {
        var step = (double)Tick.PerSecond / rate;
        Span<double> places = stackalloc double[AtOnce];
        for (var first = 0; first < left.Length; first += AtOnce)
        {
            var count = Math.Min(AtOnce, left.Length - first);
            Places(start, first, step, places[..count]);
            Add(start.Value + first * step, step, places[..count], left.Slice(first, count), right.Slice(first, count));
        }
    }

    // In samples of the file, from the first that is heard; whole ones where they are, however late it is.
    private void Places(Tick start, int first, double step, Span<double> places)
    {
        var rate = _sound.File.Rate;
        double Of(double ticks) => ticks * rate / Tick.PerSecond;
        if (_flow is null)
        {
            var since = Of((start - _sound.Start).Value);
            for (var i = 0; i < places.Length; i++) places[i] = Settled(since + Of((first + i) * step));
            return;
        }
        for (var i = 0; i < places.Length; i++) places[i] = Settled(Of(_flow.SourceOf(start.Value + (first + i) * step) - _sound.Start.Value));
    }

    private static double Settled(double place) => Math.Abs(place - Math.Round(place)) < 1e-6 ? Math.Round(place) : place;

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private void Add(double time, double step, ReadOnlySpan<double> places, Span<float> left, Span<float> right)
    {
        double least = places[0], most = places[0];
        foreach (var place in places) (least, most) = (Math.Min(least, place), Math.Max(most, place));
        if (most < 0 || _sound.Heard is { } end && least >= end) return;
        var sinc = Sinc.For(_flow is null || places.Length == 1 ? step * _sound.File.Rate / Tick.PerSecond : Math.Abs(places[^1] - places[0]) / (places.Length - 1));
        // What is played thousands of times as fast is only noise, and would need all samples for each that is made.
        if (most - least > AtOnce * 4096.0) return;
        var from = (long)Math.Floor(least) - sinc.Reach;
        var room = new float[2 * ((long)Math.Floor(most) + sinc.Reach + 2 - from)];
        var l = room.AsSpan(0, room.Length / 2);
        var r = room.AsSpan(room.Length / 2);
        Fill(from, l, r);
        for (var i = 0; i < places.Length; i++)
        {
            var share = Share(places[i]);
            if (share == 0) continue;
            share *= _level.At(time + i * step);
            if (share == 0) continue;
            var (here, there) = sinc.At(l, r, places[i] - from);
            left[i] += (float)share * here;
            right[i] += (float)share * there;
        }
    }

    /// <summary>How much is heard of it at a place: nothing before and after it, less where it comes in and goes out.</summary>
    private double Share(double place)
    {
        if (place < 0) return 0;
        var share = _sound.FadeIn > 0 ? Math.Min(1, place / _sound.FadeIn) : 1;
        if (_sound.Heard is not { } heard) return share;
        if (place >= heard) return 0;
        return _sound.FadeOut > 0 ? share * Math.Min(1, (heard - place) / _sound.FadeOut) : share;
    }

    // Repeated parts follow each other without a gap; before and after all of it there is silence.
    private void Fill(long from, Span<float> left, Span<float> right)
    {
        var end = Math.Min(from + left.Length, _sound.Heard ?? long.MaxValue);
        for (var at = Math.Max(from, 0); at < end;)
        {
            var inside = at % _length;
            var count = (int)Math.Min(_length - inside, end - at);
            var there = (int)Math.Clamp(_samples.Count - _sound.From - inside, 0, count);
            if (there > 0) _samples.Read(_sound.From + inside, left.Slice((int)(at - from), there), right.Slice((int)(at - from), there));
            at += count;
        }
    }
}
