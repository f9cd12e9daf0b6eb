using System.Text;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Takes;
using ZestyReel.Formats.Osc;

namespace ZestyReel.Formats.Tests;

public class OscTests
{
    /// <summary>As the specification of OSC 1.0 prints it, byte for byte.</summary>
    private static readonly byte[] Oscillator = Convert.FromHexString("2f6f7363696c6c61746f722f342f6672657175656e6379002c66000043dc0000");

    private static byte[] Bundle(params byte[][] parts) =>
        [.. "#bundle\0"u8, 0, 0, 0, 0, 0, 0, 0, 1, .. parts.SelectMany(part => (byte[])[(byte)(part.Length >> 24), (byte)(part.Length >> 16), (byte)(part.Length >> 8), (byte)part.Length, .. part])];

    [Fact]
    public void The_example_of_the_specification_is_read_and_written()
    {
        var message = OscReader.Read(Oscillator).ShouldHaveSingleItem();
        message.Address.ShouldBe("/oscillator/4/frequency");
        message.Numbers.ShouldBe([440.0]);
        OscWriter.Message("/oscillator/4/frequency", "f", [440]).ShouldBe(Oscillator);
    }

    [Fact]
    public void Bundles_are_read_also_in_one_another()
    {
        var one = OscWriter.Message("/a", "ihd", [1, 1L << 40, 0.1]);
        OscReader.Read(Bundle(one, Bundle(Oscillator, one))).Select(message => message.Address).ShouldBe(["/a", "/oscillator/4/frequency", "/a"]);
        OscReader.Read(one)[0].Numbers.ShouldBe([1.0, 1L << 40, 0.1]);
    }

    [Property]
    public void Whatever_comes_is_read_or_passed_over(byte[] packet, byte[] tail)
    {
        OscReader.Read(packet);
        OscReader.Read([.. "/tracker/wand/pose\0\0,idfffffff\0\0"u8, .. tail]);
        OscReader.Read([.. "#bundle\0"u8, .. packet]);
    }

    [Fact]
    public void What_is_broken_gives_what_stands_before_the_fault()
    {
        for (var length = 0; length < Oscillator.Length; length++) OscReader.Read(Oscillator.AsSpan(0, length)).ShouldBeEmpty();
        var whole = Bundle(Oscillator, Oscillator);
        OscReader.Read(whole.AsSpan(0, whole.Length - 1)).Length.ShouldBe(1);
        byte[] deep = Oscillator;
        for (var i = 0; i < 40; i++) deep = Bundle(deep);
        OscReader.Read(deep).ShouldBeEmpty();
        OscReader.Read(Bundle([.. Enumerable.Repeat(Oscillator, 2000)])).Length.ShouldBe(256);
    }

    [Fact]
    public void A_pose_comes_as_it_was_sent()
    {
        var pose = new TrackedPose(77, 12345.678901, 0, new(0.25, -1.5, 3), new(0.5, 0.5, -0.5, 0.5));
        var (device, read) = PoseMessage.Of(OscReader.Read(PoseMessage.Write("wand.2", pose))[0], 9).ShouldNotBeNull();
        device.ShouldBe("wand.2");
        read.ShouldBe(pose with { Arrived = 9 });
    }

    [Theory]
    [InlineData("/tracker//pose", "idfffffff", 1)]
    [InlineData("/tracker/wa nd/pose", "idfffffff", 1)]
    [InlineData("/tracker/0123456789012345678901234567890123456789x/pose", "idfffffff", 1)]
    [InlineData("/other/wand/pose", "idfffffff", 1)]
    [InlineData("/tracker/wand/pose", "idffffff", 1)]
    [InlineData("/tracker/wand/pose", "idfffffff", 0)]
    [InlineData("/tracker/wand/pose", "idfffffff", double.NaN)]
    public void What_is_no_pose_is_passed_over(string address, string kinds, double w)
    {
        double[] numbers = [1, 2, 3, 4, 5, 0, 0, 0, w];
        var packet = address.Contains(' ', StringComparison.Ordinal) ? Encoding.ASCII.GetBytes("/tracker/wa nd/pose\0,i\0\0\0\0\0\0") : OscWriter.Message(address, kinds, numbers.AsSpan(0, kinds.Length));
        foreach (var message in OscReader.Read(packet)) PoseMessage.Of(message, 0).ShouldBeNull();
    }
}
