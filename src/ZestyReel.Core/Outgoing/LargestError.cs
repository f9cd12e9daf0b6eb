using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>How far straight ways between the moments are from the true motion, at the worst.</summary>
/// <param name="Length">In lengths where it goes.</param>
/// <param name="LengthOf">The object that is so far off; null where none is.</param>
/// <param name="LengthAt">In between which frame and the next moment.</param>
/// <param name="Degrees">By how much something is turned otherwise.</param>
/// <param name="DegreesOf">The object that is.</param>
/// <param name="DegreesAt">In between which frame and the next moment.</param>
public sealed record LargestError(double Length, string? LengthOf, string LengthAt, double Degrees, string? DegreesOf, string DegreesAt)
{
    // So many places between two moments are looked at.
    private const int Between = 4;

    /// <summary>Of all that goes, looked at in four places from each moment to the next.</summary>
    /// <exception cref="Refusal">That would take too long.</exception>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static LargestError Of(OutgoingScene going, CancellationToken stop)
    {
        var worst = new LargestError(0, null, "", 0, null, "");
        var moments = going.Moments;
        if (moments.Count < 2) return worst;
        going.RefuseTooMuch();
        var times = new FrameTimes(going.Scene, moments.Finer(Between)) { Stop = stop };
        var worlds = new WorldSampler(going.Scene, times);
        foreach (var thing in going.Objects)
        {
            stop.ThrowIfCancellationRequested();
            if (worlds.Worlds(thing.Id).IsStill) continue;
            worst = worst.With(thing, ObjectMoves.PlacesOf(going, thing, worlds), moments);
        }
        return worst;
    }

    private LargestError With(SceneObject thing, Transform[] places, Moments moments)
    {
        var worst = this;
        for (var i = 0; i + Between < places.Length; i += Between)
        {
            var (a, b) = (places[i], places[i + Between]);
            var (from, to) = (Quaternion.Of(a.Turned()), Quaternion.Of(b.Turned()));
            for (var k = 1; k < Between; k++)
            {
                var (part, true_) = (k / (double)Between, places[i + k]);
                var off = (a.Origin * (1 - part) + b.Origin * part - true_.Origin).Length();
                if (off > worst.Length) worst = worst with { Length = off, LengthOf = thing.Name, LengthAt = moments.FrameOf(i / Between) };
                var turned = Quaternion.Slerp(from, to, part).Conjugate() * Quaternion.Of(true_.Turned());
                var degrees = 2 * Math.Atan2(Math.Sqrt(turned.X * turned.X + turned.Y * turned.Y + turned.Z * turned.Z), Math.Abs(turned.W)) * 180 / Math.PI;
                // Below this, rounding is all there is.
                if (degrees > worst.Degrees && degrees > 1e-5) worst = worst with { Degrees = degrees, DegreesOf = thing.Name, DegreesAt = moments.FrameOf(i / Between) };
            }
        }
        return worst;
    }
}
