using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Sounding;

/// <summary>How loud a sound is, as a factor of amplitude: what gain and mute say on each frame, and straight from one frame to the next, so that nothing clicks.</summary>
internal sealed class SoundLevel(Sound sound, FrameRate rate)
{
    private readonly bool _isStill = sound.Gain.Curve is null && sound.Mute.Curve is null;
    private long _frame = long.MinValue;
    private double _here, _next;

    /// <summary>At a played time.</summary>
    /// <param name="time">In ticks.</param>
    public double At(double time)
    {
        if (_isStill) return _frame == 0 ? _here : Known(0);
        var place = time / rate.TicksPerFrame;
        var frame = (long)Math.Floor(place);
        if (frame != _frame) (_frame, _here, _next) = (frame, frame == _frame + 1 ? _next : On(frame), On(frame + 1));
        return _here + (place - frame) * (_next - _here);
    }

    private double Known(long frame)
    {
        (_frame, _here) = (frame, On(frame));
        return _here;
    }

    private double On(long frame)
    {
        var time = rate.StartOf(frame).Value;
        if (sound.Mute.ValueAt(time) >= 0.5) return 0;
        var gain = SoundChannels.Specs[0].Within(sound.Gain.ValueAt(time));
        return gain <= SoundChannels.Silence ? 0 : Math.Pow(10, gain / 20);
    }
}
