using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>The length of a part of a curve: the integral of the length of its derivative, by Gauss–Legendre quadrature (NIST DLMF 3.5.v).</summary>
internal static class ArcLength
{
    // Half of the nodes and weights on −1 to 1; the others are the same mirrored.
    private static readonly (double Node, double Weight)[] Sixteen =
    [
        (0.0950125098376374402, 0.1894506104550684963), (0.2816035507792589132, 0.1826034150449235889),
        (0.4580167776572273863, 0.1691565193950025382), (0.6178762444026437484, 0.1495959888165767321),
        (0.7554044083550030339, 0.1246289712555338720), (0.8656312023878317439, 0.0951585116824927848),
        (0.9445750230732325761, 0.0622535239386478929), (0.9894009349916499326, 0.0271524594117540949),
    ];

    private static readonly (double Node, double Weight)[] Eight =
    [
        (0.1834346424956498049, 0.3626837833783619830), (0.5255324099163289858, 0.3137066458778872873),
        (0.7966664774136267396, 0.2223810344533744706), (0.9602898564975362317, 0.1012285362903762591),
    ];

    /// <summary>Of a part as long as the whole curve: with 16 nodes.</summary>
    public static double Of(in PathSegment curve, double from, double to) => Of(Sixteen, curve, from, to);

    /// <summary>Of a small part: with 8 nodes, which is as exact there.</summary>
    public static double OfSmall(in PathSegment curve, double from, double to) => Of(Eight, curve, from, to);

    private static double Of((double Node, double Weight)[] rule, in PathSegment curve, double from, double to)
    {
        var (middle, half) = ((from + to) / 2, (to - from) / 2);
        var sum = 0.0;
        foreach (var (node, weight) in rule)
            sum += weight * (curve.Velocity(middle - half * node).Length() + curve.Velocity(middle + half * node).Length());
        return sum * half;
    }
}
