using ZestyReel.Core.Takes;

namespace ZestyReel.Formats.Osc;

/// <summary>
/// Poses of tracked devices as OSC messages: to <c>/tracker/NAME/pose</c> go a number that counts up, the device's clock in
/// seconds, x, y and z, and the parts x, y, z and w of a unit quaternion.
/// </summary>
public static class PoseMessage
{
    /// <summary>The longest name of a device.</summary>
    public const int LongestName = 40;

    private const string Before = "/tracker/", After = "/pose", Kinds = "idfffffff";

    /// <summary>Reads a message; null where it is no pose.</summary>
    /// <param name="message">The message.</param>
    /// <param name="arrived">When it came, in seconds.</param>
    public static (string Device, TrackedPose Pose)? Of(OscMessage message, double arrived)
    {
        var (address, numbers) = (message.Address, message.Numbers);
        if (!address.StartsWith(Before, StringComparison.Ordinal) || !address.EndsWith(After, StringComparison.Ordinal) || address.Length <= Before.Length + After.Length) return null;
        var name = address[Before.Length..^After.Length];
        if (name.Length > LongestName || !name.All(letter => char.IsAsciiLetterOrDigit(letter) || letter is '-' or '_' or '.')) return null;
        if (numbers.Length != Kinds.Length || !numbers.All(double.IsFinite) || numbers.Any(number => Math.Abs(number) > 1e12) || Math.Abs(numbers[0]) > int.MaxValue) return null;
        var (x, y, z, w) = (numbers[5], numbers[6], numbers[7], numbers[8]);
        var length = Math.Sqrt(x * x + y * y + z * z + w * w);
        // A rotation that is none at all cannot be mended.
        if (!(length > 1e-3)) return null;
        return (name, new((int)numbers[0], numbers[1], arrived, new(numbers[2], numbers[3], numbers[4]), new(w / length, x / length, y / length, z / length)));
    }

    /// <summary>A pose as the message that a device sends.</summary>
    public static byte[] Write(string device, in TrackedPose pose) => OscWriter.Message($"{Before}{device}{After}", Kinds,
        [pose.Number, pose.Stamp, pose.Position.X, pose.Position.Y, pose.Position.Z, pose.Rotation.X, pose.Rotation.Y, pose.Rotation.Z, pose.Rotation.W]);
}
