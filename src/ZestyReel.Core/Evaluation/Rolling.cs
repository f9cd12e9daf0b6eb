using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// How far wheels have rolled, from frame 0 to each of some played times: the way that each makes in the direction that
/// it can roll in, up and down slopes. So a wheel starts, runs, stops and runs back with whatever carries it, warped or
/// not; it slides where it is pushed sideways, and where it only rises or falls it stands.
/// </summary>
/// <remarks>
/// A wheel that rolls about the axle a over ground below it goes v = ω·r·(a × up): the point that touches the ground
/// stands. The way is summed over quarter frames; on a straight one the sum is exact.
/// </remarks>
internal sealed class Rolling
{
    private const int PerFrame = 4, MostPlaces = 400_000;

    private readonly double[] _grid;
    private readonly int[] _asked;
    private readonly int _zero;
    private readonly FrameTimes _times;
    private readonly WorldSampler _worlds;

    /// <param name="scene">Whose objects roll.</param>
    /// <param name="played">The times asked for, in ticks.</param>
    /// <param name="stop">Ends a long sum.</param>
    public Rolling(Scene scene, double[] played, CancellationToken stop = default)
    {
        var (first, last) = (played.Append(0).Min(), played.Append(0).Max());
        var step = Math.Max(scene.Rate.TicksPerFrame / PerFrame, (last - first) / MostPlaces);
        var places = new SortedSet<double>(played) { 0 };
        for (var at = Math.Ceiling(first / step); at * step <= last; at++) places.Add(at * step);
        _grid = [.. places];
        _asked = Array.ConvertAll(played, time => Array.BinarySearch(_grid, time));
        _zero = Array.BinarySearch(_grid, 0d);
        _times = new FrameTimes(scene, _grid) { Stop = stop };
        _worlds = new WorldSampler(scene, _times);
    }

    /// <summary>Degrees that rolling adds to the rotation about the axle, at each of the times asked for.</summary>
    public double[] Degrees(SceneObject thing, Roll roll)
    {
        // One grid serves all wheels, from several threads.
        lock (_worlds)
        {
            var ways = Ways(thing, roll);
            var perLength = 180 / Math.PI / roll.Radius;
            return Array.ConvertAll(_asked, at => (ways[at] - ways[_zero]) * perLength);
        }
    }

    /// <summary>The way rolled so far, at each place of the grid.</summary>
    private double[] Ways(SceneObject thing, Roll roll)
    {
        var axles = Axles(thing, roll.Axle);
        double[] mx = Own("position.x"), my = Own("position.y"), mz = Own("position.z");
        var outer = thing.Parent is { } parent ? _worlds.Worlds(parent) : null;
        var ways = new double[_grid.Length];
        var heading = (X: 0d, Z: 0d);
        var place = (X: 0d, Y: 0d, Z: 0d);
        for (var i = 0; i < ways.Length; i++)
        {
            if (i % 4096 == 0) _times.Stop.ThrowIfCancellationRequested();
            var own = axles[i] with { Px = mx[i], Py = my[i], Pz = mz[i] };
            var world = outer is null ? own : outer[i] * own;
            // a × (0, 1, 0), level and of length 1; an upright axle rolls nowhere.
            var (ax, az) = roll.Axle switch { Axis.X => (world.Xx, world.Xz), Axis.Y => (world.Yx, world.Yz), _ => (world.Zx, world.Zz) };
            var (nextHeading, nextPlace) = (Level(-az, ax), world.Position);
            if (i > 0)
            {
                var (hx, hz) = Level(heading.X + nextHeading.X, heading.Z + nextHeading.Z);
                var along = (nextPlace.X - place.X) * hx + (nextPlace.Z - place.Z) * hz;
                ways[i] = ways[i - 1] + Math.Sign(along) * Math.Sqrt(along * along + (nextPlace.Y - place.Y) * (nextPlace.Y - place.Y));
            }
            (heading, place) = (nextHeading, nextPlace);
        }
        return ways;

        double[] Own(string channel) => Sampler.Values(thing, channel, _times);
    }

    /// <summary>The wheel's own rotations without that about the axle and what lies inside it: the axle does not rotate with them.</summary>
    private Transform[] Axles(SceneObject thing, Axis axle)
    {
        var order = thing.RotationOrder.ToString().ToUpperInvariant();
        var outer = order[..order.IndexOf(axle.ToString()[0])];
        double[] Rotation(char axis) => outer.Contains(axis)
            ? Sampler.Values(thing, $"rotation.{char.ToLowerInvariant(axis)}", _times)
            : new double[_grid.Length];
        double[] x = Rotation('X'), y = Rotation('Y'), z = Rotation('Z');
        var axles = new Transform[_grid.Length];
        for (var i = 0; i < axles.Length; i++) axles[i] = Transform.Of((0, 0, 0), (x[i], y[i], z[i]), (1, 1, 1), thing.RotationOrder);
        return axles;
    }

    private static (double X, double Z) Level(double x, double z)
    {
        var length = Math.Sqrt(x * x + z * z);
        return length < 1e-9 ? (0, 0) : (x / length, z / length);
    }
}
