using ZestyReel.Core;
using ZestyReel.Core.Time;
using ZestyReel.Core.Takes;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <content>Devices, and what is recorded of them.</content>
public sealed partial class SceneHub
{
    /// <summary>The devices that are heard of.</summary>
    public TrackerMessage[] Devices()
    {
        var now = devices.Now;
        return [.. devices.All.OrderBy(device => device.Name, StringComparer.Ordinal).Select(device =>
        {
            var (rate, lost) = device.Quality();
            return new TrackerMessage(device.Name, rate, lost, now - device.Newest.Arrived);
        })];
    }

    /// <summary>The present, in seconds of the clock by which poses arrive.</summary>
    public double TrackerClock() => devices.Now;

    /// <summary>Binds a device to an object while this tab is there: it is told as <c>tracked</c> where that is.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="device">The device's name.</param>
    /// <param name="thing">The object.</param>
    /// <param name="position">Whether it moves.</param>
    /// <param name="rotation">Whether it turns.</param>
    /// <param name="scale">Scene lengths for one of the device's.</param>
    /// <param name="goesOn">The object goes on from where it is; else the device's origin is its parent's.</param>
    /// <param name="from">The frame on which it is there.</param>
    public void Bind(long scene, string device, int thing, bool position, bool rotation, double scale, bool goesOn, double from)
    {
        Feed(scene);
        using var use = sessions.Use(scene);
        var now = use.State.Scene;
        trackers.Bind(Context.ConnectionId, scene, Who, now, device, new(thing), (position, rotation), scale, goesOn ? now.Rate.At(Frame(from, "from"), "from") : null);
    }

    /// <summary>Lets go of the device; what is recorded ends, and is kept.</summary>
    public void Unbind() => trackers.Release(Context.ConnectionId);

    /// <summary>Records the device that is bound while the tab plays.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="startedAt">When it starts to play, in seconds of <see cref="TrackerClock"/>.</param>
    /// <param name="from">The frame that it starts from.</param>
    /// <param name="first">The first frame of what is played.</param>
    /// <param name="last">The last.</param>
    /// <param name="speed">How fast it plays.</param>
    /// <param name="loops">Whether it starts again at the end; each time becomes a take.</param>
    /// <param name="byStamps">Takes go where the device's own clock says.</param>
    public void Record(long scene, double startedAt, double from, long first, long last, double speed, bool loops, bool byStamps)
    {
        using var use = sessions.Use(scene);
        var rate = use.State.Scene.Rate;
        Tick At(double frame, string place) => rate.At(Frame(frame, place), place);
        trackers.Begin(Context.ConnectionId, new PassPlan(startedAt, At(from, "from"), At(first, "first"), At(last + 1.0, "last"), speed, loops), byStamps);
    }

    /// <summary>Ends the recording.</summary>
    /// <param name="at">When, in seconds of <see cref="TrackerClock"/>.</param>
    /// <param name="keep">Whether the pass that is under way is kept.</param>
    /// <returns>How many takes were kept now.</returns>
    public int EndRecord(double at, bool keep) => double.IsFinite(at) ? trackers.End(Context.ConnectionId, at, keep) : throw new Refusal("at", "a moment is a number");
}
