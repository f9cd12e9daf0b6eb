using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Recording;

/// <summary>What a recording of a device is of, in plain numbers, as it stands at the head of its file.</summary>
/// <param name="Scene">The scene.</param>
/// <param name="Object">The object that is driven.</param>
/// <param name="ObjectName">As it was called.</param>
/// <param name="Device">The device.</param>
/// <param name="By">Who records; null where nobody said.</param>
/// <param name="Order">The order of the object's rotations.</param>
/// <param name="Position">Whether it is moved.</param>
/// <param name="Rotation">Whether it is turned.</param>
/// <param name="Scale">Scene lengths for one of the device's.</param>
/// <param name="Home">Where both stood: the device's place and quaternion (w first), the object's place and rotations; null for none.</param>
/// <param name="StartedAt">When it starts, in seconds of the devices' clock.</param>
/// <param name="From">The played tick at which it starts.</param>
/// <param name="First">The first tick of what is played.</param>
/// <param name="End">The tick after it.</param>
/// <param name="Speed">Seconds of the scene for each on the wall.</param>
/// <param name="Loops">Whether it starts again at the end.</param>
/// <param name="ByStamps">Whether takes go where the device's own clock says.</param>
internal sealed record RecordingHead(
    long Scene, int Object, string ObjectName, string Device, string? By, RotationOrder Order, bool Position, bool Rotation, double Scale, double[]? Home,
    double StartedAt, long From, long First, long End, double Speed, bool Loops, bool ByStamps)
{
    public static RecordingHead Of(TrackerTab tab, PassPlan plan, bool byStamps)
    {
        var (binding, thing) = (tab.Binding, tab.Thing);
        double[]? home = binding.Home is { Pose: { Position: var at, Rotation: var turn }, Position: var own, Rotation: var turned }
            ? [at.X, at.Y, at.Z, turn.W, turn.X, turn.Y, turn.Z, own.X, own.Y, own.Z, turned.X, turned.Y, turned.Z]
            : null;
        return new(tab.SceneId, thing.Id.Value, thing.Name, tab.Device.Name, tab.Who.Name, binding.Order, binding.Position, binding.Rotation, binding.Scale, home,
            plan.StartedAt, plan.From.Value, plan.First.Value, plan.End.Value, plan.Speed, plan.Loops, byStamps);
    }

    /// <summary>What the poses do to the object.</summary>
    public PoseBinding Binding() => new(Order, Position, Rotation, Scale, Home is { Length: 13 } h
        ? new PoseHome(new(0, 0, 0, new(h[0], h[1], h[2]), new Quaternion(h[3], h[4], h[5], h[6])), new(h[7], h[8], h[9]), (h[10], h[11], h[12]))
        : null);

    /// <summary>How the scene plays meanwhile.</summary>
    public PassPlan Plan() => new(StartedAt, new Tick(From), new Tick(First), new Tick(End), Speed, Loops);
}
