using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

namespace ZestyReel.Server.Recording;

/// <summary>A tab at which a device drives an object.</summary>
internal sealed class TrackerTab(ISingleClientProxy tab, long sceneId, Origin who, TrackerDevice device, SceneObject thing, PoseBinding binding)
{
    private (double X, double Y, double Z) _near = binding.Start;
    private double _told;
    private Task _telling = Task.CompletedTask;

    public long SceneId => sceneId;

    public Origin Who => who;

    public TrackerDevice Device => device;

    public SceneObject Thing => thing;

    public PoseBinding Binding => binding;

    public TrackerRecording? Recording { get; set; }

    /// <summary>Where that is written down as it comes.</summary>
    public RecordingJournal? Journal { get; set; }

    /// <summary>Before then nothing is tried to be kept again, in seconds of the devices' clock.</summary>
    public double RestsUntil { get; set; }

    /// <summary>Tells where the object is, if that is news and the tab is not still busy with what it was told before.</summary>
    public void Tell()
    {
        var pose = device.Newest;
        if (pose.Arrived == _told || !_telling.IsCompleted) return;
        _told = pose.Arrived;
        var values = binding.Values(pose, _near);
        if (binding.Rotation) _near = (values[^3], values[^2], values[^1]);
        _telling = tab.SendAsync("tracked", new TrackedMessage(thing.Id.Value, [.. binding.Channels], values));
    }
}
