using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Balls that meet: each pair that overlaps and comes nearer is thrown apart along the line between their middles.</summary>
internal static class BallMeeting
{
    /// <summary>Lets balls meet, in the order in which they lie along x.</summary>
    /// <param name="balls">The balls, which are changed.</param>
    /// <param name="radii">Of each.</param>
    /// <param name="isFree">Whether each is thrown; else nothing moves it.</param>
    /// <param name="restitution">Of each.</param>
    /// <param name="lies">Slower than this, per second, they do not bounce off each other.</param>
    /// <param name="order">The numbers of the balls along x as they were last; put in order.</param>
    /// <param name="meets">Whether the ball of the lower number bounces off that of the higher one.</param>
    public static void Meet(Span<Ball> balls, ReadOnlySpan<double> radii, ReadOnlySpan<bool> isFree, ReadOnlySpan<double> restitution, double lies, int[] order, Func<int, int, bool> meets)
    {
        // They hardly change places from step to step.
        for (var i = 1; i < order.Length; i++)
        {
            var one = order[i];
            var left = balls[one].At.X - radii[one];
            var at = i;
            for (; at > 0 && balls[order[at - 1]].At.X - radii[order[at - 1]] > left; at--) order[at] = order[at - 1];
            order[at] = one;
        }
        for (var i = 0; i < order.Length; i++)
        {
            var right = balls[order[i]].At.X + radii[order[i]];
            for (var j = i + 1; j < order.Length && balls[order[j]].At.X - radii[order[j]] < right; j++)
            {
                var (a, b) = (Math.Min(order[i], order[j]), Math.Max(order[i], order[j]));
                if ((isFree[a] || isFree[b]) && meets(a, b)) Meet(balls, radii, isFree, restitution, lies, a, b);
            }
        }
    }

    private static void Meet(Span<Ball> balls, ReadOnlySpan<double> radii, ReadOnlySpan<bool> isFree, ReadOnlySpan<double> restitution, double lies, int a, int b)
    {
        var between = balls[a].At - balls[b].At;
        var far = between.Length();
        var overlap = radii[a] + radii[b] - far;
        if (overlap <= 0) return;
        var line = far > 0 ? between * (1 / far) : new Vector(0, 1, 0);
        // As heavy as they are large; what nothing moves is as heavy as can be.
        var (wa, wb) = (Lightness(radii[a], isFree[a]), Lightness(radii[b], isFree[b]));
        if (wa + wb == 0) return;
        var nearing = (balls[a].Way - balls[b].Way).Dot(line);
        var push = 0.0;
        if (nearing < 0)
        {
            var kept = -nearing <= lies ? 0 : isFree[a] && isFree[b] ? Math.Sqrt(restitution[a] * restitution[b]) : isFree[a] ? restitution[a] : restitution[b];
            push = -(1 + kept) * nearing / (wa + wb);
        }
        var apart = overlap / (wa + wb);
        balls[a] = new(balls[a].At + line * (apart * wa), balls[a].Way + line * (push * wa));
        balls[b] = new(balls[b].At - line * (apart * wb), balls[b].Way - line * (push * wb));
    }

    private static double Lightness(double radius, bool isFree) => isFree ? 1 / Math.Max(radius * radius * radius, 1e-9) : 0;
}
