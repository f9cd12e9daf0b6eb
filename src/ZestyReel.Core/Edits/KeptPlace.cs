using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Gives an object under another parent the values that keep it where it was.</summary>
internal static class KeptPlace
{
    private static readonly string[] Names =
        [.. new[] { "move", "turn", "size" }.SelectMany(group => new[] { "x", "y", "z" }.Select(axis => $"{group}.{axis}"))];

    /// <param name="before">The scene with the old parent.</param>
    /// <param name="after">The scene with the new one, values as they were.</param>
    /// <param name="id">The object.</param>
    /// <param name="now">The played moment at which a still object keeps its place.</param>
    /// <remarks>
    /// Keys stand in source time, so keyed objects are looked at without warps. A parent sized unevenly can shear its
    /// children; no move, turn and size says that, and the nearest without shear is taken.
    /// </remarks>
    public static SceneObject Of(Scene before, Scene after, ObjectId id, Tick now)
    {
        var thing = after.Object(id);
        foreach (var name in Names) thing.Unlocked(name, "objects");
        var times = Names.Select(name => thing.Channel(name).Curve).OfType<Curve>()
            .SelectMany(curve => curve.Keys.Select(key => key.Time)).Distinct().Order().ToList();
        if (times.Count == 0)
        {
            var place = Values(before, after, thing, [now.Value]);
            return Names.Select((name, i) => (name, value: place[i][0]))
                .Aggregate(thing, (changed, c) => changed.WithChannel(c.name, new Channel(c.value)));
        }
        var values = Values(
            before with { Warps = before.Warps.Clear() }, after with { Warps = after.Warps.Clear() }, thing,
            [.. times.Select(time => (double)time.Value)]);
        for (var i = 0; i < Names.Length; i++)
        {
            var channel = thing.Channel(Names[i]);
            var isSteady = values[i].All(value => Math.Abs(value - values[i][0]) <= 1e-9 * Math.Max(1, Math.Abs(value)));
            thing = thing.WithChannel(Names[i], isSteady && channel.Curve is null
                ? new Channel(values[i][0])
                : channel with { Curve = Keyed(channel.Curve, times, values[i]) });
        }
        return thing;
    }

    /// <summary>A key at each time; those that were there keep how they arrive and leave.</summary>
    private static Curve Keyed(Curve? known, List<Tick> times, double[] values)
    {
        var keys = times.Select((time, i) => known?.IndexOf(time) is { } at and >= 0
            ? known.Keys[at] with { Value = values[i] }
            : new Key(time, values[i]));
        return new Curve([.. keys], known?.Before ?? Extrapolation.Hold, known?.After ?? Extrapolation.Hold);
    }

    /// <summary>Nine rows of values, one for each channel, at each of the times.</summary>
    private static double[][] Values(Scene before, Scene after, SceneObject thing, double[] ticks)
    {
        var worlds = new WorldSampler(before, new FrameTimes(before, ticks)).Worlds(thing.Id);
        var parents = thing.Parent is { } parent ? new WorldSampler(after, new FrameTimes(after, ticks)).Worlds(parent) : null;
        var own = new FrameTimes(before, ticks);
        var turnsBefore = new[] { "turn.x", "turn.y", "turn.z" }.Select(name => Sampler.Values(before.Object(thing.Id), name, own)).ToArray();
        var rows = Enumerable.Range(0, 9).Select(_ => new double[ticks.Length]).ToArray();
        for (var i = 0; i < ticks.Length; i++)
        {
            var local = worlds[i];
            if (parents is not null)
                local = (parents[i].Inverse() ?? throw new Refusal("parent", "the new parent has no size on one of its keys; nothing can keep its place under it")) * local;
            var (move, turn, size) = (local.Move, local.Turn(thing.TurnOrder), local.Size);
            double[] values = [move.X, move.Y, move.Z, turn.X, turn.Y, turn.Z, size.X, size.Y, size.Z];
            for (var c = 0; c < 9; c++) rows[c][i] = values[c];
            // A turn goes on from the one before it as it did, so that no key winds the object round once more.
            double Expected(int axis) => i == 0 ? turnsBefore[axis][0] : rows[3 + axis][i - 1] + turnsBefore[axis][i] - turnsBefore[axis][i - 1];
            var turns = Transform.NearestTurns(turn, (Expected(0), Expected(1), Expected(2)), thing.TurnOrder);
            (rows[3][i], rows[4][i], rows[5][i]) = turns;
        }
        // What clips and rolling add is not a channel's own.
        var added = new FrameTimes(after, ticks);
        for (var c = 0; c < 9; c++)
            if (Sampler.Added(thing, Names[c], added) is { } more)
                for (var i = 0; i < ticks.Length; i++) rows[c][i] -= more[i];
        return rows;
    }
}
