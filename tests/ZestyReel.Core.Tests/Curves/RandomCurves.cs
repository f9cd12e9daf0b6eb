using System.Collections.Immutable;
using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Curves;

/// <summary>Curves of two to twelve keys with every interpolation, for properties.</summary>
public static class RandomCurves
{
    private static readonly Interpolation[] Modes = Enum.GetValues<Interpolation>();

    private static readonly Gen<Key> Keys =
        from value in Gen.Choose(-1000, 1000)
        from arriving in Gen.Elements(Modes)
        from leaving in Gen.Elements(Modes)
        from handles in Gen.Choose(0, 100).ArrayOf(4)
        select new Key(
            default, value / 10.0, arriving, leaving,
            new Handle(-handles[0] * 1e7, handles[1] - 50), new Handle(handles[2] * 1e7, handles[3] - 50));

    public static Arbitrary<Curve> Curves() => (
        from keys in Keys.NonEmptyListOf().Where(list => list.Count is >= 2 and <= 12)
        from gaps in Gen.Choose(2_000_000, 50_000_000).ArrayOf(keys.Count)
        from start in Gen.Choose(-100_000_000, 100_000_000)
        select Of([.. keys], gaps, start)).ToArbitrary();

    private static Curve Of(Key[] keys, int[] gaps, long start)
    {
        var timed = ImmutableArray.CreateBuilder<Key>();
        for (var i = 0; i < keys.Length; i++) timed.Add(keys[i] with { Time = new Tick(start += gaps[i]) });
        return new Curve(timed.ToImmutable());
    }

    /// <summary>Times all over a curve, none of them on a key.</summary>
    public static IEnumerable<double> Times(this Curve curve, int perSegment = 7)
    {
        foreach (var segment in curve.Segments.ToArray())
            for (var k = 0; k < perSegment; k++)
                yield return segment.Start + segment.Length * (k + 0.37) / perSegment;
    }

    /// <summary>The largest difference in value between two curves, in parts of the values' size.</summary>
    public static double Away(this Curve a, Curve b) =>
        a.Times().Max(time => Math.Abs(a.ValueAt(time) - b.ValueAt(time))) / Math.Max(1, a.Keys.Max(key => Math.Abs(key.Value)));
}
