using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Where something that follows a path is, and how it is turned: the frame that its own position, rotation and scale lie in.</summary>
/// <remarks>
/// The frame's origin is the path's place in the world. With a facing the frame looks along the path, its up as near to the
/// world's as that allows; where the path runs straight up or down, the up of the nearest place where it does not, turned
/// along by the shortest way. The path's own scale moves the frame and does not scale it.
/// </remarks>
internal sealed class PathFrames(PathShape shape, Follow follow)
{
    /// <summary>The sine of the angle to the upright below which a path says nothing of what is up: 0.1°.</summary>
    private const double Upright = 0.0017453283658983088;

    private static readonly Vector WorldUp = new(0, 1, 0);

    /// <summary>How far beside a place where a curve stands still its direction is looked for.</summary>
    private static ReadOnlySpan<double> Beside => [0, 1e-6, -1e-6, 1e-3, -1e-3];

    private readonly PathWay _way = PathWay.Of(shape);

    /// <summary>The frame at some travel along a path that lies in the world as given.</summary>
    public Transform At(double travel, in Transform path)
    {
        var (segment, u) = _way.Place(travel);
        var origin = path.Point(_way.Segment(segment).At(u));
        if (follow.Facing is not { } facing) return path.Turned() with { Px = origin.X, Py = origin.Y, Pz = origin.Z };
        var forward = Forward(segment, u, path);
        var level = Across(WorldUp, forward);
        var up = level.Length() is > Upright and var length ? level / length : Across(NearestUp(segment, u, forward, path), forward).Unit();
        if (up is { X: 0, Y: 0, Z: 0 }) up = Across(new(0, 0, 1), forward).Unit();
        if (follow.Bank != 0) up = Leaning(up, forward, Lean(segment, u, path));
        return Frame(facing, follow.Up, forward, up, origin);
    }

    /// <summary>The directions of the world that the frame's own axes have, so that one looks forward and another up.</summary>
    internal static Transform Frame(SignedAxis facing, SignedAxis upward, Vector forward, Vector up, Vector origin)
    {
        var (f, u) = (Axis(facing), Axis(upward));
        (forward, up) = (forward * Sign(facing), up * Sign(upward));
        // Right-handed: x × y = z, and so on round.
        var third = (f + 1) % 3 == u ? forward.Cross(up) : up.Cross(forward);
        var (x, y, z) = (f == 0 ? forward : u == 0 ? up : third, f == 1 ? forward : u == 1 ? up : third, f == 2 ? forward : u == 2 ? up : third);
        return new(x.X, x.Y, x.Z, y.X, y.Y, y.Z, z.X, z.Y, z.Z, origin.X, origin.Y, origin.Z);
    }

    private static int Axis(SignedAxis axis) => (int)axis / 2;

    private static double Sign(SignedAxis axis) => (int)axis % 2 == 0 ? 1 : -1;

    /// <summary>The part of a direction that is across another.</summary>
    private static Vector Across(Vector direction, Vector forward) => direction - forward * direction.Dot(forward);

    /// <summary>The direction of the path in the world; beside a place where it stands still, the one just after or before.</summary>
    private Vector Forward(int segment, double u, in Transform path)
    {
        ref readonly var curve = ref _way.Segment(segment);
        var still = _way.Reach(segment) * 1e-9;
        foreach (var away in Beside)
        {
            var velocity = curve.Velocity(Math.Clamp(u + away, 0, 1));
            if (velocity.Dot(velocity) > still * still && path.Direction(velocity).Unit() is var forward && forward != Vector.Zero) return forward;
        }
        var chord = path.Direction(curve.D - curve.A).Unit();
        return chord != Vector.Zero ? chord : new(1, 0, 0);
    }

    /// <summary>What is up at the nearest place where the path is not upright, turned along to here; the earlier of two that are as near. Zero where there is none.</summary>
    private Vector NearestUp(int segment, double u, Vector forward, in Transform path)
    {
        var ways = _way.Ways;
        var last = ways.Length - 1;
        var here = _way.Length > 0 ? (int)Math.Round(_way.LengthTo(segment, u) / _way.Length * last) : 0;
        for (var i = 0; i <= last; i++)
            foreach (var away in (ReadOnlySpan<int>)[-i, i])
            {
                var at = here + away;
                if (shape.Closed) at = ((at % last) + last) % last;
                if (at < 0 || at > last) continue;
                var there = path.Direction(ways[at]).Unit();
                if (there != Vector.Zero && Across(WorldUp, there) is var level && level.Length() > Upright) return Turned(level.Unit(), there, forward);
            }
        return Vector.Zero;
    }

    /// <summary>A direction turned as the shortest turn leads one direction to another, both of length 1 (Rodrigues' formula).</summary>
    private static Vector Turned(Vector direction, Vector from, Vector to)
    {
        var (axis, cos) = (from.Cross(to), from.Dot(to));
        return direction * cos + axis.Cross(direction) + axis * (axis.Dot(direction) / Math.Max(1 + cos, 1e-9));
    }

    /// <summary>How far it leans to the left, in degrees.</summary>
    private double Lean(int segment, double u, in Transform path)
    {
        ref readonly var curve = ref _way.Segment(segment);
        var (v, a) = (path.Direction(curve.Velocity(u)), path.Direction(curve.Acceleration(u)));
        // The curvature of the way seen from above, with x to the right and z towards the viewer: left is positive.
        var level = Math.Sqrt(v.X * v.X + v.Z * v.Z);
        var bend = level > 1e-12 ? (a.X * v.Z - a.Z * v.X) / (level * level * level) : 0;
        return Math.Clamp(follow.Bank * bend, -Follow.MostBank, Follow.MostBank);
    }

    private static Vector Leaning(Vector up, Vector forward, double degrees)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        return up * cos - forward.Cross(up) * sin;
    }
}
