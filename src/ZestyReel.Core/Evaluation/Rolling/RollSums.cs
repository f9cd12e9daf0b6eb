using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// How far a wheel has rolled from frame 0 on: the way that it makes in the direction that it can roll in, up and down
/// slopes. So a wheel starts, runs, stops and runs back with whatever carries it, warped or not; it slides where it is
/// pushed sideways, and where it only rises or falls it stands.
/// </summary>
/// <remarks>
/// A wheel that rolls about the axle a over ground below it goes v = ω·r·(a × up): the point that touches the ground
/// stands. The way is summed over quarter frames, which stand on one grid for the whole scene; between two of them the
/// way from the earlier one is added. So a moment's value is the same whatever other moments are asked for. Sums up to
/// every <see cref="BlockSteps"/>th place are kept, and are carried to the next scene as long as nothing that the wheel
/// is carried by has changed.
/// </remarks>
internal sealed class RollSums
{
    /// <summary>Places of the grid in a frame, and places from one kept sum to the next.</summary>
    private const int PerFrame = 4, BlockSteps = 1024;

    /// <summary>A way steeper than this is a lift: nothing rolls up a wall.</summary>
    private const double Steepest = 1e6;

    private static readonly ConditionalWeakTable<SceneObject, RollSums> Known = [];

    [ThreadStatic] private static Dictionary<(RollSums Of, double First, double Last, int Count), Way>? _underWay;
    [ThreadStatic] private static int _deep;

    private readonly Scene _scene;
    private readonly SceneObject _wheel;
    private readonly Roll _roll;
    private readonly double _step;
    private readonly ImmutableArray<object> _carriers;
    private readonly bool _isLevel;
    /// <summary>The way from frame 0 to the end of each block after it, and to the start of each before it.</summary>
    private readonly List<double> _ahead = [0], _behind = [0];

    private RollSums(Scene scene, SceneObject wheel, ImmutableArray<object> carriers)
    {
        (_scene, _wheel, _roll, _carriers) = (scene, wheel, wheel.Roll!.Value, carriers);
        _step = scene.Rate.TicksPerFrame / PerFrame;
        _isLevel = IsLevel(scene, wheel, _roll);
    }

    /// <summary>The sums of a wheel in a scene.</summary>
    public static RollSums Of(Scene scene, SceneObject wheel)
    {
        var carriers = Decisive.Of(scene, RestsOn.Place(scene, wheel.Id));
        if (Known.TryGetValue(wheel, out var known) && known._carriers.AsSpan().SequenceEqual(carriers.AsSpan())) return known;
        var sums = new RollSums(scene, wheel, carriers);
        Known.AddOrUpdate(wheel, sums);
        return sums;
    }

    /// <summary>Adds the degrees that it has rolled at each moment.</summary>
    public void AddDegrees(FrameTimes times, Span<double> values)
    {
        var perLength = 180 / Math.PI / _roll.Radius;
        var played = times.Played;
        for (var from = 0; from < played.Length;)
        {
            // A run of moments that lie in one block of the grid.
            var block = BlockOf(played[from]);
            var to = from + 1;
            while (to < played.Length && BlockOf(played[to]) == block) to++;
            AddDegrees(block, played[from..to], values[from..to], perLength, times.Stop);
            from = to;
        }
    }

    private void AddDegrees(long block, ReadOnlySpan<double> played, Span<double> values, double perLength, CancellationToken stop)
    {
        var start = UpTo(block, stop);
        // The places of the grid, and right after each place the moments that follow it.
        var first = block * BlockSteps;
        var last = first;
        foreach (var time in played) last = Math.Max(last, PlaceOf(time));
        var grid = new double[last - first + 1];
        for (var i = 0; i < grid.Length; i++) grid[i] = (first + i) * _step;
        var way = WayAt(grid, stop);
        var sums = way.Sums;
        Way? asked = null;
        for (var i = 0; i < played.Length; i++)
        {
            var at = (int)(PlaceOf(played[i]) - first);
            var total = start + sums[at];
            if (played[i] != grid[at]) total += Way.Between(way, at, asked ??= WayAt(played.ToArray(), stop), i);
            values[i] += total * perLength;
        }
    }

    /// <summary>
    /// Where the wheel is at some moments. What carries it may roll as well, on something that rolls: all of them ask for the
    /// same moments, and each would have those above it worked out anew, twice as often for each link. So what is worked out
    /// on the way to the outermost is kept until that is done.
    /// </summary>
    private Way WayAt(double[] moments, CancellationToken stop)
    {
        var known = _underWay ??= [];
        var key = (this, moments[0], moments[^1], moments.Length);
        if (known.TryGetValue(key, out var way) && way.Moments.AsSpan().SequenceEqual(moments)) return way;
        _deep++;
        try
        {
            return known[key] = new Way(_scene, _wheel, _roll, moments, stop);
        }
        finally
        {
            if (--_deep == 0) known.Clear();
        }
    }

    /// <summary>The way from frame 0 to the start of a block.</summary>
    private double UpTo(long block, CancellationToken stop)
    {
        lock (_ahead)
        {
            while (_ahead.Count <= block) _ahead.Add(_ahead[^1] + WayOf(_ahead.Count - 1, stop));
            while (_behind.Count <= -block) _behind.Add(_behind[^1] - WayOf(-_behind.Count, stop));
            return block >= 0 ? _ahead[(int)block] : _behind[(int)-block];
        }
    }

    private double WayOf(long block, CancellationToken stop)
    {
        // On a level way that it always heads along, the ways between all places add up to that between the ends.
        var apart = _isLevel ? BlockSteps : 1;
        var grid = new double[BlockSteps / apart + 1];
        for (var i = 0; i < grid.Length; i++) grid[i] = (block * BlockSteps + i * apart) * _step;
        return WayAt(grid, stop).Sums[^1];
    }

    /// <summary>Whether it is carried neither up nor down, and always heads the same way, at whatever time.</summary>
    private static bool IsLevel(Scene scene, SceneObject wheel, Roll roll)
    {
        const double noise = 1e-12;
        var times = new FrameTimes(scene, [0.0]);
        bool Turns(SceneObject thing) => WorldSampler.TransformOf(thing).Any(spec =>
            // Its own scale carries nothing, and rolling itself turns it about the axle only.
            (thing != wheel || spec.Group != "Scale" && (spec.Name != roll.Channel || thing.RotationInterpolation == RotationInterpolation.Quaternion))
            && spec.Group != "Position" && Stages.Moves(thing, spec.Name, times));
        if (scene.WithCarriers(wheel.Id).Any(thing => thing.Follow is not null || thing.Aim is not null || Turns(thing))) return false;
        // Nothing turns or grows, so that what is up in each object is up at all times.
        var worlds = new WorldSampler(scene, times);
        bool Rises(SceneObject thing)
        {
            var around = thing.Parent is { } parent ? worlds.Worlds(parent)[0] : Transform.Identity;
            bool Moves(string channel, double up) => Math.Abs(up) > noise && Stages.Moves(thing, channel, times);
            return Moves("position.x", around.Xy) || Moves("position.y", around.Yy) || Moves("position.z", around.Zy);
        }
        return !scene.WithCarriers(wheel.Id).Any(Rises);
    }

    private long BlockOf(double time) => (long)Math.Floor(time / _step / BlockSteps);

    /// <summary>The last place of the grid that is not after a time; rounding of the quotient does not mislead it.</summary>
    private long PlaceOf(double time)
    {
        var place = (long)Math.Floor(time / _step);
        if ((place + 1) * _step <= time) return place + 1;
        return place * _step > time ? place - 1 : place;
    }

    /// <summary>Where a wheel is, and which way it can roll, at some moments.</summary>
    private sealed class Way
    {
        private readonly (double X, double Z)[] _headings;
        private readonly (double X, double Y, double Z)[] _places;
        private double[]? _sums;

        public Way(Scene scene, SceneObject thing, Roll roll, double[] moments, CancellationToken stop)
        {
            Moments = moments;
            var times = new FrameTimes(scene, moments) { Stop = stop };
            var outer = new WorldSampler(scene, times).Around(thing);
            using var rows = new ChannelRows(thing, WorldSampler.TransformOf(thing), moments.Length);
            Stages.EvaluateUnrolled(rows, times);
            (_headings, _places) = (new (double, double)[moments.Length], new (double, double, double)[moments.Length]);
            // The wheel's own rotations without that about the axle and what lies inside it: the axle does not rotate with them.
            var axes = thing.RotationOrder.Axes();
            var isOuter = (X: IsOuter(axes, Axis.X, roll.Axle), Y: IsOuter(axes, Axis.Y, roll.Axle), Z: IsOuter(axes, Axis.Z, roll.Axle));
            Span<double> px = rows[0], py = rows[1], pz = rows[2], rx = rows[3], ry = rows[4], rz = rows[5];
            for (var i = 0; i < moments.Length; i++)
            {
                var own = Transform.Of(
                    (px[i], py[i], pz[i]), (isOuter.X ? rx[i] : 0, isOuter.Y ? ry[i] : 0, isOuter.Z ? rz[i] : 0), (1, 1, 1), thing.RotationOrder);
                var world = outer is null ? own : outer[i] * own;
                // a × (0, 1, 0), level and of length 1; an upright axle rolls nowhere.
                var (ax, az) = roll.Axle switch { Axis.X => (world.Xx, world.Xz), Axis.Y => (world.Yx, world.Yz), _ => (world.Zx, world.Zz) };
                _headings[i] = Level(-az, ax);
                _places[i] = world.Position;
            }
        }

        /// <summary>The moments, in ticks.</summary>
        public double[] Moments { get; }

        /// <summary>The way rolled from the first moment to each.</summary>
        public double[] Sums => _sums ??= Summed();

        private double[] Summed()
        {
            var sums = new double[_places.Length];
            for (var i = 1; i < sums.Length; i++) sums[i] = sums[i - 1] + Between(this, i - 1, this, i);
            return sums;
        }

        /// <summary>
        /// The way rolled from one moment to a later one: that in the direction of the heading, made longer by the slope.
        /// What is pushed sideways up a slope rolls none of it, and what is lifted rolls nothing.
        /// </summary>
        public static double Between(Way from, int at, Way to, int then)
        {
            var (heading, next) = (from._headings[at], to._headings[then]);
            var (hx, hz) = Level(heading.X + next.X, heading.Z + next.Z);
            var (a, b) = (from._places[at], to._places[then]);
            double x = b.X - a.X, rise = b.Y - a.Y, z = b.Z - a.Z;
            var level = Math.Sqrt(x * x + z * z);
            if (level * Steepest <= Math.Abs(rise)) return 0;
            return (x * hx + z * hz) * Math.Sqrt(1 + rise / level * (rise / level));
        }

        private static bool IsOuter(ReadOnlySpan<Axis> axes, Axis axis, Axis axle) => axes.IndexOf(axis) < axes.IndexOf(axle);

        private static (double X, double Z) Level(double x, double z)
        {
            var length = Math.Sqrt(x * x + z * z);
            return length < 1e-9 ? (0, 0) : (x / length, z / length);
        }
    }
}
