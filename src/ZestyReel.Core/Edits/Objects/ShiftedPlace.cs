using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Telling an object's positions from another point: every value and every key is as much less, and the motion is the same.</summary>
internal static class ShiftedPlace
{
    private static readonly string[] Channels = ["position.x", "position.y", "position.z"];

    /// <summary>Whether its positions are its own values and keys alone inside its parent, and may change: nothing else drives them, it follows no path, and none is locked.</summary>
    public static bool CanBeShifted(this SceneObject thing, FrameTimes times) => thing.WhyUnshifted(times) is null;

    /// <summary>What stands in the way of that, after the object's name; null where nothing does.</summary>
    public static string? WhyUnshifted(this SceneObject thing, FrameTimes times)
    {
        if (thing.Follow is not null) return "follows a path";
        if (Channels.Any(name => thing.Channel(name).Locked)) return "has its position locked";
        return Channels.Select(name => Stages.DriverOf(thing, name, times)).FirstOrDefault(driver => driver is not null) is { } by ? $"is moved by {by}" : null;
    }

    /// <summary>Its own position, inside its parent, at the first of some times, in units.</summary>
    public static (double X, double Y, double Z) PositionAt(this SceneObject thing, FrameTimes times)
    {
        double At(int axis) => Stages.Values(thing, Channels[axis], times)[0];
        return (At(0), At(1), At(2));
    }

    /// <summary>The object with its positions as many units further.</summary>
    public static SceneObject Shifted(this SceneObject thing, double x, double y, double z)
    {
        double[] ways = [x, y, z];
        for (var axis = 0; axis < 3; axis++)
        {
            var (name, way) = (Channels[axis], ways[axis]);
            if (way == 0) continue;
            var (spec, channel) = (thing.Spec(name, "channel"), thing.Channel(name));
            var curve = channel.Curve?.WithKeys([.. channel.Curve.Keys.Select(key => key with { Value = spec.Checked(key.Value + way, "objects") })]);
            thing = thing.WithChannel(name, channel with { Still = spec.Checked(channel.Still + way, "objects"), Curve = curve });
        }
        return thing;
    }
}
