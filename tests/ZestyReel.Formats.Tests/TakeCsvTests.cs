using System.Text;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using ZestyReel.Core;
using ZestyReel.Core.Takes;
using ZestyReel.Formats.Takes;

namespace ZestyReel.Formats.Tests;

public class TakeCsvTests
{
    [Property]
    public Property A_take_is_read_as_it_was_written()
    {
        var numbers = ArbMap.Default.GeneratorFor<NormalFloat>().Select(number => number.Get).ArrayOf(20);
        var ways = from values in numbers from others in numbers from stamps in numbers from isStamped in Gen.Elements(true, false) select (values, others, stamps, isStamped);
        return Prop.ForAll(ways.ToArbitrary(), way =>
        {
            var take = new Take(["position.x", "rotation.y"], [.. Enumerable.Range(0, 20).Select(i => i / 120.0)], [[.. way.values], [.. way.others]], way.isStamped ? [.. way.stamps] : null, []);
            var read = TakeCsv.Read(TakeCsv.Write(take));
            read.Channels.ShouldBe(take.Channels);
            read.Seconds.ShouldBe(take.Seconds);
            read.Values[0].ShouldBe(take.Values[0]);
            read.Values[1].ShouldBe(take.Values[1]);
            (read.Stamps ?? []).ShouldBe(take.Stamps ?? []);
        });
    }

    [Fact]
    public void It_reads_as_a_table() => Encoding.UTF8.GetString(TakeCsv.Write(new(["position.x"], [0, 0.5], [[1, -2.25]], [7, 7.5], []))).ShouldBe("seconds,stamp,position.x\n0,7,1\n0.5,7.5,-2.25\n");

    [Theory]
    [InlineData("")]
    [InlineData("seconds\n0\n")]
    [InlineData("time,position.x\n0,1\n")]
    [InlineData("seconds,position.x\n0,one\n")]
    [InlineData("seconds,position.x\n0\n")]
    [InlineData("seconds,position.x\n1,1\n0,1\n")]
    [InlineData("seconds,position.x,position.x\n0,1,1\n")]
    public void What_is_none_is_refused(string file) => Should.Throw<Refusal>(() => TakeCsv.Read(Encoding.UTF8.GetBytes(file)));
}
