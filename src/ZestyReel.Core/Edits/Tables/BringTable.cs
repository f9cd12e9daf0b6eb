using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Makes keys of the columns of a table, in place of those that a channel has between the first and the last of them.</summary>
/// <param name="Curves">The columns.</param>
/// <param name="Tolerance">The largest difference that fewer keys may make, in scene lengths or the channel's unit; 0 keeps each value.</param>
/// <param name="Degrees">The same of channels in degrees.</param>
/// <param name="Grow">The scene range reaches to the last of them afterwards.</param>
public sealed record BringTable(ImmutableArray<TableCurve> Curves, double Tolerance = 0, double Degrees = 0, bool Grow = false) : Edit
{
    /// <summary>Most columns at once.</summary>
    public const int MostCurves = 5_000;

    /// <summary>Most values of all columns together.</summary>
    public const long MostValues = 5_000_000;

    /// <inheritdoc/>
    public override bool MayTakeLong() => !Curves.IsDefault && Curves.Sum(curve => curve.Values.IsDefault ? 0L : curve.Values.Length) > 100_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => Curves.IsDefaultOrEmpty ? "Bring in a table" : $"Bring in a table of {(Curves.Length == 1 ? "one channel" : $"{Curves.Length} channels")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Curves.IsDefaultOrEmpty) throw new Refusal("curves", "no column has a channel to go to");
        if (Curves.Length > MostCurves) throw new Refusal("curves", $"more than {MostCurves} columns are too many");
        var fewer = new Tolerances(Tolerance, Degrees).Checked();
        foreach (var (i, curve) in Curves.Index()) Check(curve, i);
        if (Curves.Sum(curve => (long)curve.Values.Length) > MostValues) throw new Refusal("curves", $"more than {MostValues} values are too many");
        var next = scene;
        foreach (var (i, curve) in Curves.Index())
        {
            Effort.Done(i, Curves.Length);
            var thing = next.Object(curve.Object, $"curves[{i}].object");
            var spec = thing.OwnSpec(curve.Channel, $"curves[{i}].channel");
            if (Curves.Take(i).Any(other => other.Object == curve.Object && other.Channel == curve.Channel)) throw new Refusal($"curves[{i}].channel", $"two columns go to {spec.Name} of {thing.Name}; leave one of them out");
            thing.Unlocked(spec.Name, $"curves[{i}].channel");
            double[] values = [.. curve.Values.Select(value => spec.Checked(value, $"curves[{i}].values"))];
            next = next.With(thing.WithChannel(spec.Name, BakedCurve.Of(thing.Channel(spec.Name), spec, [.. curve.Times.Select(time => (double)time.Value)], values, fewer.Of(spec), thing.Name)));
        }
        return Grow ? GrownRange.To(next, Curves.Max(curve => curve.Times[^1])) : next;
    }

    private static void Check(TableCurve curve, int place)
    {
        if (curve is null || curve.Times.IsDefaultOrEmpty || curve.Values.IsDefault || curve.Values.Length != curve.Times.Length) throw new Refusal($"curves[{place}]", "a column has a time for each of its values, and one at least");
        for (var i = 0; i < curve.Times.Length; i++)
            if (!curve.Times[i].IsWithinReach || i > 0 && curve.Times[i] <= curve.Times[i - 1]) throw new Refusal($"curves[{place}].times", "times come one after the other, within reach");
    }
}
