using System.Globalization;
using System.Text;
using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Bvh;

namespace ZestyReel.Formats.Tests;

/// <summary>Skeletons and their motion: files written by hand, files written by us and read word by word, and broken ones.</summary>
public class BvhTests
{
    private const string ByHand = """
        HIERARCHY
        ROOT Hips
        {
          OFFSET 0.00 90.5 0.00
          CHANNELS 6 Xposition Yposition Zposition Zrotation Xrotation Yrotation
          JOINT Left leg
          {
            OFFSET 10 -5 0
            CHANNELS 3 Zrotation Xrotation Yrotation
            End Site
            {
              OFFSET 0 -40 0
            }
          }
          JOINT Spine {
            OFFSET 0 20 -1.5e0
            CHANNELS 2 Yrotation Xrotation
          }
        }
        MOTION
        Frames: 2
        Frame Time: 0.0083333
        0 90 1  10 20 30  1 2 3  4 5

        1 91 2  11 21 31  -1 -2 -3  .5 5.25
        """;

    [Fact]
    public void A_file_written_by_hand_says_what_it_says()
    {
        var motion = BvhReader.Read(ByHand);
        motion.Joints.Select(joint => (joint.Name, joint.Parent)).ShouldBe([("Hips", (int?)null), ("Left leg", 0), ("Spine", 0)]);
        motion.Joints.Select(joint => joint.Offset).ShouldBe([new(0, 90.5, 0), new(10, -5, 0), new(0, 20, -1.5)]);
        motion.Joints[1].End.ShouldBe(new Vector(0, -40, 0));
        motion.Joints[2].Channels.ShouldBe([BvhChannel.Yrotation, BvhChannel.Xrotation]);
        motion.FrameTime.ShouldBe(0.0083333m);
        motion.Columns.ShouldBe(11);
        motion.Values[1].ShouldBe([1, 91, 2, 11, 21, 31, -1, -2, -3, 0.5, 5.25]);
        // Line ends, words and labels as others write them.
        var other = ByHand.Replace("\n", "\r\n").Replace("Frames: 2", "frames:2").Replace("Xposition", "XPOSITION").Replace("ROOT", "root").Replace("{", " { ");
        BvhReader.Read(other).Values.ShouldBe(motion.Values);
    }

    [Theory]
    [InlineData("HIERARCHY", "HIERARCHIE", 1, "HIERARCHY was expected")]
    [InlineData("ROOT Hips", "JOINT Hips", 2, "ROOT was expected")]
    [InlineData("OFFSET 10 -5 0", "OFFSET 10 -5", 9, "a number")]
    [InlineData("OFFSET 10 -5 0", "OFFSET 10 nan 0", 8, "a number")]
    [InlineData("OFFSET 10 -5 0", "OFFSET 10 1e12 0", 8, "a number")]
    [InlineData("CHANNELS 3 Zrotation Xrotation Yrotation", "CHANNELS 7 Zrotation", 9, "six channels")]
    [InlineData("CHANNELS 3 Zrotation Xrotation Yrotation", "CHANNELS 3 Zrotation Zrotation Yrotation", 9, "twice")]
    [InlineData("CHANNELS 3 Zrotation Xrotation Yrotation", "CHANNELS 3 Zrotation 2 Yrotation", 9, "no channel")]
    [InlineData("JOINT Left leg", "JOINT", 6, "no name")]
    [InlineData("Frames: 2", "Frames: two", 21, "whole number")]
    [InlineData("Frames: 2", "Frames: -2", 21, "whole number")]
    [InlineData("Frames: 2", "Frames: 99999999", 21, "too many")]
    [InlineData("Frames: 2", "Frames: 3", 25, "ends after 2 of 3")]
    [InlineData("Frames: 2", "Frames: 1", 25, "more after the last")]
    [InlineData("0.0083333", "0", 22, "above 0")]
    [InlineData("4 5\n", "4\n", 23, "frame 1 has 10 numbers")]
    [InlineData("4 5\n", "4 5 6\n", 23, "more than 11")]
    [InlineData("MOTION", "NOTION", 20, "MOTION was expected")]
    public void What_is_broken_is_told_with_its_line(string was, string isNow, int line, string reason)
    {
        var text = ByHand.ReplaceLineEndings("\n");
        text.ShouldContain(was);
        var at = text.IndexOf(was, StringComparison.Ordinal);
        var refusal = Should.Throw<Refusal>(() => BvhReader.Read(text[..at] + isNow + text[(at + was.Length)..]));
        refusal.Reason.ShouldContain(reason);
        refusal.Place.ShouldBe($"line {line}");
    }

    [Fact]
    public void Every_beginning_of_a_file_is_refused_and_no_depth_brings_it_down()
    {
        for (var length = 0; length < ByHand.Length - 5; length++)
            if (!char.IsDigit(ByHand[length])) Should.Throw<Refusal>(() => BvhReader.Read(ByHand[..length]), ByHand[..length]);
        var deep = new StringBuilder("HIERARCHY\nROOT a");
        for (var i = 0; i < 100_000; i++) deep.Append("{ OFFSET 0 0 0\nJOINT a\n");
        Should.Throw<Refusal>(() => BvhReader.Read(deep.ToString())).Reason.ShouldContain("deep");
    }

    [Fact]
    public void What_is_written_is_read_by_another_reader_and_by_ours() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var motion = Made(new Random(seed));
            var text = BvhWriter.Write(motion);
            var back = BvhReader.Read(text);
            back.Joints.Select(joint => (joint.Name, joint.Parent, joint.Offset, joint.End)).ShouldBe(motion.Joints.Select(joint => (joint.Name, joint.Parent, joint.Offset, joint.End)));
            foreach (var (a, b) in back.Joints.Zip(motion.Joints)) a.Channels.ShouldBe(b.Channels);
            back.FrameTime.ShouldBe(motion.FrameTime);
            back.Values.ShouldBe(motion.Values);
            BvhWriter.Write(back).ShouldBe(text);
            WordByWord(text, motion);
        }).QuickCheckThrowOnFailure();

    /// <summary>A reading that shares nothing with ours: split at space, brackets counted.</summary>
    private static void WordByWord(string text, BvhMotion motion)
    {
        var words = text.Split((char[])[' ', '\n', '\t'], StringSplitOptions.RemoveEmptyEntries);
        words.Count(word => word is "ROOT" or "JOINT").ShouldBe(motion.Joints.Length);
        words.Count(word => word == "{").ShouldBe(words.Count(word => word == "}"));
        var start = Array.IndexOf(words, "Time:") + 2;
        words[start..].Select(word => double.Parse(word, CultureInfo.InvariantCulture)).ShouldBe(motion.Values.SelectMany(row => row));
        var depth = 0;
        var deepest = 0;
        foreach (var word in words)
        {
            depth += word == "{" ? 1 : word == "}" ? -1 : 0;
            deepest = Math.Max(deepest, depth);
        }
        int Depth(int joint) => motion.Joints[joint].Parent is { } parent ? Depth(parent) + 1 : 1;
        deepest.ShouldBe(Enumerable.Range(0, motion.Joints.Length).Max(i => Depth(i) + (motion.Joints[i].End is null ? 0 : 1)));
    }

    private static BvhMotion Made(Random random)
    {
        double Number() => Math.Round(random.NextDouble() * 400 - 200, 6);
        Vector At() => new(Number(), Number(), Number());
        var joints = new List<BvhJoint>();
        void Add(int? parent, int depth)
        {
            var at = joints.Count;
            var channels = Enum.GetValues<BvhChannel>();
            random.Shuffle(channels);
            joints.Add(new($"Joint{at}", parent, At(), [.. channels.Take(parent is null ? 6 : random.Next(0, 7))]));
            var children = depth > 5 ? 0 : random.Next(0, 3);
            for (var i = 0; i < children; i++) Add(at, depth + 1);
            if (children == 0) joints[at] = joints[at] with { End = At() };
        }
        for (var roots = random.Next(1, 3); roots > 0; roots--) Add(null, 0);
        var columns = joints.Sum(joint => joint.Channels.Length);
        return new([.. joints], Math.Round((decimal)random.NextDouble() / 10 + 0.001m, 7), [.. Enumerable.Range(0, random.Next(0, 6)).Select(_ => Enumerable.Range(0, columns).Select(_ => Number()).ToArray())]);
    }
}
