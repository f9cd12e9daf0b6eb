using System.Globalization;
using System.Text;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Bvh;

/// <summary>Writes Biovision hierarchy files; see <see cref="BvhReader"/>.</summary>
public static class BvhWriter
{
    /// <summary>The file. Numbers have as many places as they need, six at the most.</summary>
    public static string Write(BvhMotion motion)
    {
        var text = new StringBuilder("HIERARCHY\n");
        for (var i = 0; i < motion.Joints.Length; i++)
            if (motion.Joints[i].Parent is null) Joint(text, motion, i, 0);
        text.Append("MOTION\n").Append(CultureInfo.InvariantCulture, $"Frames: {motion.Values.Length}\nFrame Time: {motion.FrameTime}\n");
        foreach (var row in motion.Values) text.AppendJoin(' ', row.Select(Number)).Append('\n');
        return text.ToString();
    }

    private static void Joint(StringBuilder text, BvhMotion motion, int at, int depth)
    {
        var joint = motion.Joints[at];
        var (outer, inner) = (new string('\t', depth), new string('\t', depth + 1));
        text.Append(outer).Append(depth == 0 ? "ROOT " : "JOINT ").Append(joint.Name).Append('\n').Append(outer).Append("{\n");
        text.Append(inner).Append("OFFSET ").Append(Places(joint.Offset)).Append('\n');
        if (!joint.Channels.IsEmpty) text.Append(inner).Append(CultureInfo.InvariantCulture, $"CHANNELS {joint.Channels.Length} ").AppendJoin(' ', joint.Channels).Append('\n');
        for (var i = at + 1; i < motion.Joints.Length; i++)
            if (motion.Joints[i].Parent == at) Joint(text, motion, i, depth + 1);
        if (joint.End is { } end)
            text.Append(inner).Append("End Site\n").Append(inner).Append("{\n").Append(inner).Append("\tOFFSET ").Append(Places(end)).Append('\n').Append(inner).Append("}\n");
        text.Append(outer).Append("}\n");
    }

    private static string Places(Vector at) => $"{Number(at.X)} {Number(at.Y)} {Number(at.Z)}";

    private static string Number(double value) => (Math.Round(value, 6) + 0.0).ToString("0.######", CultureInfo.InvariantCulture);
}
