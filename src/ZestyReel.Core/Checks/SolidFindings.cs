using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Checks;

/// <summary>Shapes that go below the ground, and shapes whose bounds go through each other while one of them moves.</summary>
internal static class SolidFindings
{
    /// <summary>Whatever is nearer touches.</summary>
    private const double Tolerance = 1e-3;

    /// <summary>More frames than these are looked at in so many steps; fewer where there are very many shapes, of which so many bounds are kept in all.</summary>
    private const int MostMoments = 2000, MostBounds = 4_000_000;

    private sealed record Solid(SceneObject Thing, (Vector Least, Vector Most)[] Bounds)
    {
        /// <summary>What holds it at every moment.</summary>
        public (Vector Least, Vector Most) All { get; } = Mesh.BoundsOf([.. Bounds.SelectMany(each => new[] { each.Least, each.Most })]);

        public bool Moves { get; } = Bounds.Any(each => each != Bounds[0]);
    }

    public static IEnumerable<Finding> Of(Scene scene, FrameRange frames, CancellationToken stop)
    {
        var things = scene.Objects.Values.Where(thing => DeformerRules.HasShape(thing.Kind)).ToArray();
        var most = Math.Clamp(MostBounds / Math.Max(1, things.Length), 2, MostMoments);
        var step = (int)Math.Max(1, (frames.Count + most - 1) / most);
        Tick At(int i) => scene.Rate.StartOf(frames.First + (long)i * step);
        var moments = new FrameTimes(scene, [.. Enumerable.Range(0, (int)((frames.Count + step - 1) / step)).Select(i => (double)At(i).Value)]) { Stop = stop };
        var solids = new Solid[things.Length];
        Parallel.For(0, things.Length, new ParallelOptions { CancellationToken = stop }, i => solids[i] = Bounded(things[i], moments));
        foreach (var solid in solids)
        {
            var run = FirstRun(solid.Bounds.Length, i => -solid.Bounds[i].Least.Y);
            // What lies flat on the ground, or is the ground, is not below it.
            if (run is var (first, last, by) && solid.Bounds[first].Most.Y > Tolerance)
                yield return new(FindingKind.ThroughGround, FindingLevel.Warning, solid.Thing.Id, solid.Thing.Name, "", At(first), At(last), by, FindingUnit.Length, [], null);
        }
        // Along x, one after the other: whatever begins only after one has ended never meets it.
        Array.Sort(solids, (one, other) => one.All.Least.X.CompareTo(other.All.Least.X));
        for (var a = 0; a < solids.Length; a++)
            for (var b = a + 1; b < solids.Length && solids[b].All.Least.X < solids[a].All.Most.X; b++)
            {
                stop.ThrowIfCancellationRequested();
                // Told of the older one, wherever they are.
                var (one, other) = solids[a].Thing.Id.Value < solids[b].Thing.Id.Value ? (solids[a], solids[b]) : (solids[b], solids[a]);
                if (Overlap(one.All, other.All) <= Tolerance || !one.Moves && !other.Moves || AreOne(scene, one.Thing, other.Thing)) continue;
                // Those that are within each other from beginning to end belong together.
                var run = FirstRun(one.Bounds.Length, i => Overlap(one.Bounds[i], other.Bounds[i]));
                if (run is var (first, last, by) && (first > 0 || last < one.Bounds.Length - 1))
                    yield return new(FindingKind.ThroughEachOther, FindingLevel.Warning, one.Thing.Id, one.Thing.Name, "", At(first), At(last), by, FindingUnit.Length, [], null) { With = other.Thing.Name };
            }
    }

    private static Solid Bounded(SceneObject thing, FrameTimes times)
    {
        var worlds = new WorldSampler(times.Scene, times);
        using var run = new GeometryRun(thing, times, worlds);
        var bounds = new (Vector, Vector)[times.Count];
        for (var i = 0; i < bounds.Length; i++)
        {
            times.Stop.ThrowIfCancellationRequested();
            bounds[i] = i > 0 && run.IsStill ? bounds[0] : run.World(i).Bounds();
        }
        return new(thing, bounds);
    }

    /// <summary>The first run of moments at which a number is above the tolerance, with its largest.</summary>
    private static (int First, int Last, double By)? FirstRun(int count, Func<int, double> by)
    {
        int? first = null;
        var (last, most) = (0, 0.0);
        for (var i = 0; i < count; i++)
            if (by(i) is var each && each > Tolerance)
            {
                first ??= i;
                (last, most) = (i, Math.Max(most, each));
            }
            else if (first is not null) break;
        return first is { } start ? (start, last, most) : null;
    }

    /// <summary>By how little two boxes would have to move apart; 0 or less where they do not meet.</summary>
    private static double Overlap((Vector Least, Vector Most) a, (Vector Least, Vector Most) b) => Math.Min(
        Math.Min(Math.Min(a.Most.X, b.Most.X) - Math.Max(a.Least.X, b.Least.X), Math.Min(a.Most.Y, b.Most.Y) - Math.Max(a.Least.Y, b.Least.Y)),
        Math.Min(a.Most.Z, b.Most.Z) - Math.Max(a.Least.Z, b.Least.Z));

    /// <summary>Whether two hang below the same thing: parts of one body meet all the time.</summary>
    private static bool AreOne(Scene scene, SceneObject one, SceneObject other)
    {
        ObjectId Top(SceneObject thing) => scene.WithAncestors(thing.Id).Last().Id;
        return Top(one) == Top(other);
    }
}
