using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Curves;

[Properties(Arbitrary = [typeof(RandomCurves)])]
public class CurveDifferenceTests
{
    private static readonly Extrapolation[] Ends = Enum.GetValues<Extrapolation>();

    [Property(MaxTest = 500)]
    public void Outside_of_it_both_have_the_same_values(Curve plain, byte before, byte after, byte how, byte at, byte newEnd)
    {
        var curve = new Curve(plain.Keys, Ends[before % Ends.Length], Ends[after % Ends.Length]);
        var changed = Changed(curve, how, at, Ends[newEnd % Ends.Length]);
        var within = CurveDifference.Between(curve, changed);
        CurveDifference.Between(changed, curve).ShouldBe(within);
        var (first, last) = (curve.Keys[0].Time.Value, curve.Keys[^1].Time.Value);
        var span = Math.Max(1000, last - first);
        for (var i = 0; i < 600; i++)
        {
            var time = first - 2 * span + 5.0 * span * i / 600;
            if (time >= within.From && time <= within.To) continue;
            changed.ValueAt(time).ShouldBe(curve.ValueAt(time), $"at {time}, outside {within}");
        }
    }

    private static Curve Changed(Curve curve, byte how, byte at, Extrapolation end)
    {
        var (keys, i) = (curve.Keys, at % curve.Keys.Length);
        var middle = new Tick((keys[0].Time.Value + keys[^1].Time.Value) / 2 + at);
        return (how % 6) switch
        {
            0 => curve.WithKeys(keys.SetItem(i, keys[i] with { Value = keys[i].Value + 3 })),
            1 when keys.Length > 1 => curve.WithKeys(keys.RemoveAt(i)),
            2 => curve.WithKey(new Key(middle, 7)),
            3 => curve.WithKeys(keys.SetItem(i, keys[i] with { In = Interpolation.Hold == keys[i].Out ? Interpolation.Linear : keys[i].In, Out = Interpolation.Linear })),
            4 => new Curve(keys, end, curve.After),
            _ => new Curve(keys, curve.Before, end),
        };
    }

    [Fact]
    public void A_key_reaches_to_its_neighbours_and_an_end_beyond_itself()
    {
        var curve = new Curve([.. new[] { 0, 100, 200, 300, 400 }.Select(time => new Key(new Tick(time), time / 7, Interpolation.Linear, Interpolation.Linear))]);
        TickInterval With(int at) => CurveDifference.Between(curve, curve.WithKeys(curve.Keys.SetItem(at, curve.Keys[at] with { Value = 99 })));
        With(2).ShouldBe(new TickInterval(100, 300));
        With(0).ShouldBe(new TickInterval(double.NegativeInfinity, 100));
        With(4).ShouldBe(new TickInterval(300, double.PositiveInfinity));
        // The same keys, written anew, differ nowhere.
        CurveDifference.Between(curve, curve.WithKeys([.. curve.Keys])).IsEmpty.ShouldBeTrue();
        // In a cycle every key is everywhere.
        var cycle = new Curve(curve.Keys, Extrapolation.Hold, Extrapolation.Repeat);
        CurveDifference.Between(cycle, cycle.WithKeys(cycle.Keys.SetItem(2, cycle.Keys[2] with { Value = 99 }))).ShouldBe(new TickInterval(100, double.PositiveInfinity));
    }
}
