using System.Collections.Immutable;
using System.Globalization;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Bvh;

/// <summary>
/// Reads Biovision hierarchy files: a skeleton (<c>HIERARCHY</c>, with <c>ROOT</c>, <c>JOINT</c>, <c>End Site</c>,
/// <c>OFFSET</c>, <c>CHANNELS</c>), then its motion (<c>MOTION</c>, <c>Frames:</c>, <c>Frame Time:</c>, a row for each frame).
/// </summary>
public sealed class BvhReader
{
    /// <summary>Most joints of a file.</summary>
    public const int MostJoints = 2_000;
    /// <summary>Joints below each other at the most.</summary>
    public const int MostDepth = 200;
    /// <summary>Most numbers of motion.</summary>
    public const long MostNumbers = 20_000_000;
    /// <summary>Longest name, in letters.</summary>
    public const int LongestName = 200;
    /// <summary>No number is farther from 0.</summary>
    public const double Farthest = 1e9;

    private readonly BvhLines _lines;
    private readonly List<BvhJoint> _joints = [];

    private BvhReader(string text) => _lines = new(text);

    /// <summary>Reads a file.</summary>
    /// <exception cref="Refusal">It is none, or is broken; the place is the line at fault, counted from 1.</exception>
    public static BvhMotion Read(string text) => new BvhReader(text).File();

    private BvhMotion File()
    {
        Expect("HIERARCHY");
        var word = Next("ROOT");
        if (!Is(word, "ROOT")) throw Wrong($"ROOT was expected, not “{Shown(word)}”");
        for (; Is(word, "ROOT"); word = Next("MOTION")) Joint(null, 1);
        if (!Is(word, "MOTION")) throw Wrong($"MOTION was expected, not “{Shown(word)}”");
        var frames = Counted("Frames:", Next("Frames:"));
        var columns = _joints.Sum(joint => joint.Channels.Length);
        if (columns == 0) throw Wrong("no joint has channels, so there is no motion");
        if ((long)frames * columns > MostNumbers) throw Wrong($"{frames} frames of {columns} numbers are too many; {MostNumbers} numbers are the most");
        Expect("Frame");
        var time = Labelled("Time:", Next("Time:"));
        if (!decimal.TryParse(time, NumberStyles.Float, CultureInfo.InvariantCulture, out var seconds) || seconds is <= 0 or > 3600) throw Wrong($"the frame time is a number of seconds above 0, not “{Shown(time)}”");
        return new([.. _joints], seconds, Rows(frames, columns));
    }

    private double[][] Rows(int frames, int columns)
    {
        var rows = new List<double[]>(Math.Min(frames, 4096));
        for (var frame = 0; frame < frames; frame++)
        {
            if (!_lines.ToNextLine()) throw Wrong($"the motion ends after {frame} of {frames} frames");
            var row = new double[columns];
            for (var i = 0; i < columns; i++)
            {
                var word = _lines.WordOfLine();
                if (word.IsEmpty) throw Wrong($"frame {frame + 1} has {i} numbers, and {columns} are wanted");
                row[i] = Number(word);
            }
            if (!_lines.WordOfLine().IsEmpty) throw Wrong($"frame {frame + 1} has more than {columns} numbers");
            rows.Add(row);
        }
        return _lines.ToNextLine() ? throw Wrong($"there is more after the last of {frames} frames") : [.. rows];
    }

    private void Joint(int? parent, int depth)
    {
        if (depth > MostDepth) throw Wrong($"joints hang below each other more than {MostDepth} deep");
        if (_joints.Count == MostJoints) throw Wrong($"there are more than {MostJoints} joints");
        var name = _lines.Rest();
        if (name.Length == 0) throw Wrong("the joint has no name");
        if (name.Length > LongestName) throw Wrong($"a name is longer than {LongestName} letters");
        var place = _joints.Count;
        _joints.Add(new(name, parent, Vector.Zero, []));
        Expect("{");
        Expect("OFFSET");
        var offset = Offset();
        ImmutableArray<BvhChannel> channels = [];
        Vector? end = null;
        while (Next("}") is var word && !Is(word, "}"))
        {
            if (Is(word, "CHANNELS")) channels = channels.IsEmpty ? Channels() : throw Wrong($"{Shown(name)} has channels twice");
            else if (Is(word, "JOINT")) Joint(place, depth + 1);
            else if (Is(word, "End"))
            {
                Expect("Site");
                Expect("{");
                Expect("OFFSET");
                end = Offset();
                Expect("}");
            }
            else throw Wrong($"CHANNELS, JOINT, End Site or }} was expected, not “{Shown(word)}”");
        }
        _joints[place] = new(name, parent, offset, channels, end);
    }

    private ImmutableArray<BvhChannel> Channels()
    {
        var count = Counted("CHANNELS", null);
        if (count > 6) throw Wrong($"a joint has six channels at the most, not {count}");
        var channels = ImmutableArray.CreateBuilder<BvhChannel>(count);
        for (var i = 0; i < count; i++)
        {
            var word = Next("a channel");
            if (!Enum.TryParse<BvhChannel>(word, ignoreCase: true, out var channel) || char.IsDigit(word[0])) throw Wrong($"there is no channel “{Shown(word)}”; there are Xposition to Zrotation");
            if (channels.Contains(channel)) throw Wrong($"{channel} is there twice");
            channels.Add(channel);
        }
        return channels.DrainToImmutable();
    }

    private Vector Offset() => new(Number(Next("a number")), Number(Next("a number")), Number(Next("a number")));

    private double Number(ReadOnlySpan<char> word) =>
        double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && Math.Abs(number) <= Farthest
            ? number
            : throw Wrong($"a number up to {Farthest:0} was expected, not “{Shown(word.ToString())}”");

    /// <summary>A whole number after a label that may stand right before it.</summary>
    private int Counted(string label, string? first)
    {
        var word = first is null ? Next("a number") : Labelled(label, first);
        return int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var count) ? count : throw Wrong($"a whole number was expected after {label.TrimEnd(':')}, not “{Shown(word)}”");
    }

    private string Labelled(string label, string word)
    {
        if (!word.StartsWith(label, StringComparison.OrdinalIgnoreCase)) throw Wrong($"{label} was expected, not “{Shown(word)}”");
        return word.Length > label.Length ? word[label.Length..] : Next("a number");
    }

    private void Expect(string word)
    {
        var found = Next(word);
        if (!Is(found, word)) throw Wrong($"{word} was expected, not “{Shown(found)}”");
    }

    private string Next(string wanted) => _lines.Word() ?? throw Wrong($"the file ends where {wanted} was expected");

    private static bool Is(string word, string wanted) => string.Equals(word, wanted, StringComparison.OrdinalIgnoreCase);

    private static string Shown(string word) => Names.Shown(word.Length > 40 ? word[..40] : word);

    private Refusal Wrong(string reason) => new($"line {_lines.Line}", reason);
}
