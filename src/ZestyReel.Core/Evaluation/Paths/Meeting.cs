using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>When something is nearest to something else, or passes a point of the path that it follows.</summary>
/// <param name="At">The played time, to 1/256 of a frame.</param>
/// <param name="Distance">How far away it is then, in scene lengths.</param>
public readonly record struct Meeting(Tick At, double Distance)
{
    private const int PerFrame = 256, Stride = PerFrame / 4;

    /// <summary>Looked for in so many frames of the scene range at the most.</summary>
    private const long MostFrames = 100_000;

    /// <summary>When two objects are nearest to each other within the scene range, from origin to origin in the world; the first time of several.</summary>
    public static Meeting Nearest(Scene scene, ObjectId id, ObjectId other, CancellationToken stop = default)
    {
        var distance = new Func<double[], double[]>(moments =>
        {
            var worlds = new WorldSampler(scene, new FrameTimes(scene, moments) { Stop = stop });
            var (a, b) = (worlds.Worlds(id), worlds.Worlds(other));
            return [.. a.Zip(b, (one, two) => new Vector(one.Px - two.Px, one.Py - two.Py, one.Pz - two.Pz).Length())];
        });
        var range = scene.Settings.Range;
        var last = Math.Min(range.Last - range.First, MostFrames) * PerFrame;
        Tick At(long place) => place % PerFrame == 0
            ? scene.Rate.StartOf(range.First + place / PerFrame)
            : new((long)Math.Round(scene.Rate.StartOf(range.First).Value + place * (scene.Rate.TicksPerFrame / PerFrame)));
        double[] Of(IEnumerable<long> places) => distance([.. places.Select(place => (double)At(place).Value)]);

        long[] coarse = [.. Enumerable.Range(0, (int)(last / Stride) + 1).Select(i => (long)i * Stride)];
        var near = Least(coarse, Of(coarse));
        long[] fine = [.. Enumerable.Range(-Stride, 2 * Stride + 1).Select(i => near + i).Where(place => place >= 0 && place <= last)];
        var found = Of(fine);
        var at = Least(fine, found);
        return new(At(at), found[Array.IndexOf(fine, at)]);
    }

    /// <summary>When a follower first passes a point of its path within the scene range; null where it never does.</summary>
    public static Tick? Passing(Scene scene, ObjectId follower, int point)
    {
        var thing = scene.Object(follower);
        if (thing.Follow is not { } follow || scene.Object(follow.Path).Path is not { } path) throw new Refusal("object", $"{thing.Name} follows no path");
        if (point < 0 || point >= path.Points.Length) throw new Refusal("point", "there is no such point any more");
        var travel = PathWay.Of(path).TravelOf(point);
        return new CueSearch(scene, new(CueEvent.Reaches, follower, Follow.Travel, travel), scene.Rate.StartOf(scene.Settings.Range.First)).Found().At;
    }

    private static long Least(long[] places, double[] values)
    {
        var least = 0;
        for (var i = 1; i < values.Length; i++)
            // But for rounding, the first.
            if (values[i] < values[least] - 1e-12) least = i;
        return places[least];
    }
}
