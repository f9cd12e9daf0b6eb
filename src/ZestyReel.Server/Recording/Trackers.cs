using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Hosting;
using ZestyReel.Server.Live;
using ZestyReel.Store;
using ZestyReel.Store.Takes;

namespace ZestyReel.Server.Recording;

/// <summary>Which tab has which device bound to what, tells it where that is, and records it.</summary>
public sealed class Trackers(IHubContext<SceneHub> hub, TrackerDevices devices, TakeShelf shelf, Tabs tabs, ServerOptions options, ILogger<Trackers> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMilliseconds(30);

    /// <summary>After what could not be kept, so many seconds are waited.</summary>
    private const double Patience = 2;

    private readonly ConcurrentDictionary<string, TrackerTab> _bound = new();
    private readonly Lock _turn = new();

    /// <summary>Binds a device to an object at a tab, in place of what was bound there.</summary>
    /// <param name="connection">The tab.</param>
    /// <param name="sceneId">Its scene.</param>
    /// <param name="who">Who is at it.</param>
    /// <param name="scene">The scene as it is.</param>
    /// <param name="device">The device's name.</param>
    /// <param name="id">The object.</param>
    /// <param name="drives">Whether it drives position and rotation.</param>
    /// <param name="scale">Scene lengths for one of the device's.</param>
    /// <param name="from">The object goes on from where it is at this played moment; null where the device's origin is its parent's.</param>
    /// <exception cref="Refusal">It cannot be bound.</exception>
    public void Bind(string connection, long sceneId, Origin who, Scene scene, string device, ObjectId id, (bool Position, bool Rotation) drives, double scale, Tick? from)
    {
        var (heard, thing) = (devices.Of(device), scene.Object(id));
        PoseHome? home = null;
        if (from is { } moment)
        {
            var times = FrameTimes.At(scene, moment);
            double Value(string channel) => Stages.Values(thing, channel, times)[0];
            home = new(heard.Newest, new(Value("position.x"), Value("position.y"), Value("position.z")), (Value("rotation.x"), Value("rotation.y"), Value("rotation.z")));
        }
        var binding = new PoseBinding(thing.RotationOrder, drives.Position, drives.Rotation, scale, home).Checked();
        lock (_turn)
        {
            if (_bound.GetValueOrDefault(connection)?.Recording is not null) throw new Refusal("device", "end the recording first");
            _bound[connection] = new(hub.Clients.Client(connection), sceneId, who, heard, thing, binding);
        }
    }

    /// <summary>Lets go of what is bound at a tab; what it records ends, and is kept.</summary>
    public void Release(string connection)
    {
        lock (_turn)
        {
            if (!_bound.TryRemove(connection, out var tab)) return;
            try
            {
                End(tab, devices.Now, isKept: true);
            }
            catch (Exception wrong) when (wrong is StoreTrouble or Refusal)
            {
                log.LogWarning(wrong, "A take is not kept; what came of it is taken up when the program starts anew");
            }
        }
    }

    /// <summary>Records what is bound at a tab.</summary>
    /// <exception cref="Refusal">Nothing is bound, or something is recorded already.</exception>
    public void Begin(string connection, PassPlan plan, bool byStamps)
    {
        lock (_turn)
        {
            var tab = _bound.GetValueOrDefault(connection) ?? throw new Refusal("device", "bind a device to an object first");
            if (tab.Recording is not null) throw new Refusal("device", "it is recorded already");
            var head = RecordingHead.Of(tab, plan.Checked(), byStamps);
            var recording = new TrackerRecording(head);
            tab.Journal = Written(head);
            // The page says so once it plays: what came meanwhile belongs to it.
            tab.Device.Listen(recording.Hear, plan.StartedAt - TrackerRecording.Before);
            tab.Recording = recording;
        }
    }

    private RecordingJournal Written(RecordingHead head)
    {
        try
        {
            return new(options.DataFolder, head);
        }
        catch (Exception wrong) when (wrong is IOException or UnauthorizedAccessException)
        {
            throw new Refusal("device", $"The recording cannot be written down: {wrong.Message}");
        }
    }

    /// <summary>Ends the recording at a tab.</summary>
    /// <param name="connection">The tab.</param>
    /// <param name="at">When, in seconds of the devices' clock.</param>
    /// <param name="isKept">Whether the pass that is under way is kept as well.</param>
    /// <returns>How many takes were kept by this.</returns>
    /// <exception cref="StoreTrouble">A take could not be kept.</exception>
    public int End(string connection, double at, bool isKept)
    {
        lock (_turn) return _bound.GetValueOrDefault(connection) is { } tab ? End(tab, Math.Min(at, devices.Now), isKept) : 0;
    }

    private int End(TrackerTab tab, double at, bool isKept)
    {
        if (tab.Recording is not { } recording) return 0;
        tab.Recording = null;
        tab.Device.Leave(recording.Hear);
        var journal = tab.Journal!;
        tab.Journal = null;
        // Where they cannot be kept, what came is still in the file, and is tried again when the program starts anew.
        using (journal)
        {
            journal.Add(recording.Unwritten());
            recording.CutOver(at, isEnd: true, isKept);
            var count = Keep(recording, journal);
            journal.Done();
            return count;
        }
    }

    /// <summary>Keeps the passes that are over.</summary>
    /// <exception cref="StoreTrouble">One could not be kept; it and those after it are still there.</exception>
    private int Keep(TrackerRecording recording, RecordingJournal? journal)
    {
        var (head, count) = (recording.Head, 0);
        while (recording.Unkept.TryPeek(out var cut))
        {
            shelf.Keep(head.Scene, TakeCards.New(head.Object, head.ObjectName, head.Device, cut.Take, cut.Place, "", head.By));
            recording.Unkept.Dequeue();
            journal?.AddKept(cut.Pass + 1);
            count++;
        }
        if (count > 0) tabs.SendTakes(head.Scene);
        return count;
    }

    /// <summary>Keeps what the program was killed over.</summary>
    private void TakeUpWhatIsLeft()
    {
        foreach (var path in RecordingJournal.Left(options.DataFolder))
            try
            {
                if (RecordingJournal.Read(path) is { Poses.Count: > 0 } left)
                {
                    var recording = new TrackerRecording(left.Head, left.Kept);
                    foreach (var pose in left.Poses) recording.Hear(pose);
                    recording.CutOver(left.Poses.Max(pose => pose.Arrived), isEnd: true);
                    Keep(recording, null);
                }
                File.Delete(path);
            }
            catch (Exception wrong) when (wrong is StoreTrouble or Refusal or IOException)
            {
                log.LogWarning(wrong, "A recording that was broken off is still in {Path}", path);
            }
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        TakeUpWhatIsLeft();
        using var timer = new PeriodicTimer(Every);
        while (await timer.WaitForNextTickAsync(stoppingToken))
            foreach (var tab in _bound.Values) Step(tab);
    }

    private void Step(TrackerTab tab)
    {
        tab.Tell();
        if (tab.Recording is null) return;
        lock (_turn)
        {
            try
            {
                if (tab is not { Recording: { } recording, Journal: { } journal }) return;
                if (recording.Unwritten() is { Count: > 0 } came) journal.Add(came);
                if (devices.Now < tab.RestsUntil) return;
                recording.CutOver(devices.Now, isEnd: false);
                Keep(recording, journal);
            }
            catch (Exception wrong) when (wrong is StoreTrouble or Refusal or IOException)
            {
                tab.RestsUntil = devices.Now + Patience;
                log.LogWarning(wrong, "A take cannot be kept yet");
            }
        }
    }
}
