using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>A ball where it is, and how fast it goes per second.</summary>
/// <param name="At">Where its middle is in the world.</param>
/// <param name="Way">Its velocity.</param>
internal readonly record struct Ball(Vector At, Vector Way)
{
    /// <summary>So many times it may touch the ground in one step; then it lies.</summary>
    private const int MostContacts = 8;

    /// <summary>The ball after it has flown for a while: on a parabola, thrown back by the ground at the very moment, and sliding where it lies.</summary>
    /// <remarks>
    /// Falling: y = y₀ + v·t − g·t²/2. A contact leaves the share e of the upright velocity, and takes off the level one as much
    /// as the impulse on the ground lets friction do: μ·(1 + e)·v (Coulomb). Lying, friction slows it by μ·g.
    /// </remarks>
    public Ball Flown(double seconds, in BallRules rules)
    {
        var (at, way) = (At, Way);
        var floor = rules.Ground + rules.Radius;
        if (at.Y < floor) at = at with { Y = floor };
        for (var contact = 0; seconds > 0; contact++)
        {
            var isLow = at.Y <= floor && Math.Abs(way.Y) <= rules.Lies || contact >= MostContacts;
            if (isLow && rules.Gravity > 0) return Slid(at with { Y = floor }, way, seconds, rules);
            if (Landing(at.Y - floor, way.Y, rules.Gravity) is not { } hit || hit > seconds) break;
            at = new(at.X + way.X * hit, floor, at.Z + way.Z * hit);
            seconds -= hit;
            var down = way.Y - rules.Gravity * hit;
            way = Slowed(way, rules.Friction * (1 + rules.Restitution) * -down) with { Y = -down * rules.Restitution };
        }
        return new(
            new(at.X + way.X * seconds, at.Y + way.Y * seconds - rules.Gravity * seconds * seconds / 2, at.Z + way.Z * seconds),
            way with { Y = way.Y - rules.Gravity * seconds });
    }

    /// <summary>When something at a height, going up so fast, is down; null where it never is.</summary>
    private static double? Landing(double height, double up, double gravity)
    {
        if (gravity <= 0) return up < 0 ? height / -up : null;
        // The later root, written so that nothing cancels.
        var root = Math.Sqrt(up * up + 2 * gravity * height);
        return up >= 0 ? (up + root) / gravity : 2 * height / (root - up);
    }

    private static Ball Slid(Vector at, Vector way, double seconds, in BallRules rules)
    {
        var speed = Math.Sqrt(way.X * way.X + way.Z * way.Z);
        if (speed == 0) return new(at, Vector.Zero);
        var slowing = rules.Friction * rules.Gravity;
        var stops = slowing > 0 ? speed / slowing : double.PositiveInfinity;
        var time = Math.Min(seconds, stops);
        var far = (speed * time - slowing * time * time / 2) / speed;
        var left = seconds >= stops ? 0 : (speed - slowing * seconds) / speed;
        return new(new(at.X + way.X * far, at.Y, at.Z + way.Z * far), new(way.X * left, 0, way.Z * left));
    }

    private static Vector Slowed(Vector way, double most)
    {
        var speed = Math.Sqrt(way.X * way.X + way.Z * way.Z);
        var left = speed <= most || speed == 0 ? 0 : (speed - most) / speed;
        return new(way.X * left, way.Y, way.Z * left);
    }
}

/// <summary>What a ball falls and bounces by, at one moment.</summary>
/// <param name="Gravity">In lengths per second per second, 0 or more.</param>
/// <param name="Restitution">0 to 1.</param>
/// <param name="Friction">Coulomb's coefficient, 0 or more.</param>
/// <param name="Ground">The height of the ground.</param>
/// <param name="Radius">Of the ball.</param>
internal readonly record struct BallRules(double Gravity, double Restitution, double Friction, double Ground, double Radius)
{
    /// <summary>What goes up no faster than gravity takes away in two steps of the grid lies.</summary>
    public double Lies => 2 * Gravity * LooseGrid.Seconds;
}
