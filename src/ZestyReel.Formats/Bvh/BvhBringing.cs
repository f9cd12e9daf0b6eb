using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Bvh;

/// <summary>How a file's motion is brought into a scene.</summary>
/// <param name="Scale">Scene lengths for one length of the file.</param>
/// <param name="Start">The frame of its first moment.</param>
/// <param name="Up">Which axis points up in the file.</param>
/// <param name="Onto">Onto objects of the same names.</param>
/// <param name="Grow">The scene range reaches to the last moment afterwards.</param>
/// <param name="Unlock">Onto channels that are locked, too.</param>
/// <remarks>
/// A joint's translation is its offset and, where it has position channels, what they say besides (J. Lander, Working with
/// Motion Capture File Formats, Game Developer, January 1998). Rotations multiply in the order of their channels.
/// </remarks>
public sealed record BvhBringing(double Scale = 1, decimal Start = 1, BvhUp Up = BvhUp.Y, bool Onto = false, bool Grow = false, bool Unlock = false)
{
    private const double Largest = 1e6, TallerThanAnybody = 20;

    /// <summary>What a bone's end is called, after its joint.</summary>
    public const string End = " end";

    /// <summary>The scale for a skeleton of some size: captured motion is often in centimetres, and what would stand higher than a house is brought to the size of a person.</summary>
    public static double UsualScale(double size) => size > TallerThanAnybody ? 0.01 : 1;

    /// <summary>The edit that brings it in. Ends of bones become joints that do not move.</summary>
    /// <exception cref="Refusal">The scale is none.</exception>
    public BringJoints Of(BvhMotion motion)
    {
        if (!(Scale is > 0 and <= Largest)) throw new Refusal("scale", "the scale is a number above 0");
        var joints = ImmutableArray.CreateBuilder<BroughtJoint>();
        var places = new int[motion.Joints.Length];
        var column = 0;
        foreach (var (i, joint) in motion.Joints.Index())
        {
            places[i] = joints.Count;
            joints.Add(new(joint.Name, joint.Parent is { } parent ? places[parent] : null, Turned(joint.Offset) * Scale, Order(joint.Channels), [.. joint.Channels.Select((channel, k) => Brought(motion, joint, channel, column + k))]));
            column += joint.Channels.Length;
            if (joint.End is { } end) joints.Add(new(joint.Name + End, places[i], Turned(end) * Scale, RotationOrder.Xyz, []));
        }
        return new(joints.DrainToImmutable(), Start, motion.FrameTime, Onto, Grow, Unlock: Unlock);
    }

    private Vector Turned(Vector at) => Up == BvhUp.Y ? at : new(at.X, at.Z, -at.Y);

    /// <summary>Which of our axes one of the file's is, and whether it points the other way.</summary>
    private (Axis Axis, int Sign) Turned(Axis axis) => (Up, axis) switch
    {
        (BvhUp.Z, Axis.Y) => (Axis.Z, -1),
        (BvhUp.Z, Axis.Z) => (Axis.Y, 1),
        _ => (axis, 1),
    };

    private BroughtChannel Brought(BvhMotion motion, BvhJoint joint, BvhChannel channel, int column)
    {
        var isPosition = channel <= BvhChannel.Zposition;
        var own = (Axis)((int)channel % 3);
        var (axis, sign) = Turned(own);
        var rest = isPosition ? own switch { Axis.X => joint.Offset.X, Axis.Y => joint.Offset.Y, _ => joint.Offset.Z } : 0;
        var factor = sign * (isPosition ? Scale : 1);
        return new($"{(isPosition ? "position" : "rotation")}.{(char)('x' + (int)axis)}", [.. motion.Values.Select(row => (row[column] + rest) * factor)]);
    }

    /// <summary>The order of the rotations; axes without a channel, about which nothing turns, come last.</summary>
    private RotationOrder Order(ImmutableArray<BvhChannel> channels)
    {
        Axis[] axes = [.. channels.Where(channel => channel > BvhChannel.Zposition).Select(channel => Turned((Axis)((int)channel % 3)).Axis)];
        axes = [.. axes, .. Enum.GetValues<Axis>().Except(axes)];
        return Enum.GetValues<RotationOrder>().First(order => order.Axes().SequenceEqual(axes));
    }
}
