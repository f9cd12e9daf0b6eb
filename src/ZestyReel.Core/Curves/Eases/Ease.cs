using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Curves.Eases;

/// <summary>How a value gets from 0 to 1, to be put between any two keys. Points stand in rising time; two at the same time are a jump.</summary>
public sealed record Ease(ImmutableArray<EasePoint> Points)
{
    /// <summary>Most bounces or swings of a ready ease.</summary>
    public const int MostBounces = 12;

    /// <param name="ease">Which.</param>
    /// <param name="amount">How strong, 0 to 1.</param>
    /// <param name="bounces">How many swings or bounces, for those that have some.</param>
    /// <exception cref="Refusal">A number is out of its range.</exception>
    public static Ease Of(ReadyEase ease, double amount, int bounces = 3)
    {
        if (!(amount >= 0 && amount <= 1)) throw new Refusal("amount", "the amount goes from 0 to 100 %");
        if (bounces is < 1 or > MostBounces) throw new Refusal("bounces", $"give 1 to {MostBounces} bounces");
        return ease switch
        {
            ReadyEase.Even => Bezier(1.0 / 3, 1.0 / 3, 2.0 / 3, 2.0 / 3),
            ReadyEase.EaseIn => In(amount),
            ReadyEase.EaseOut => In(amount).TurnedInTime(),
            ReadyEase.Fall => In(0.5),
            ReadyEase.Throw => In(0.5).TurnedInTime(),
            ReadyEase.EaseBoth => Bezier(amount, 0, 1 - amount, 1),
            ReadyEase.Linger => Bezier((1 - amount) / 3, (1 + amount) / 3, (2 + amount) / 3, (2 - amount) / 3),
            ReadyEase.Anticipate => Bezier(0.4, -2 * amount, 0.7, 1),
            ReadyEase.Overshoot => Bezier(0.3, 0, 0.6, 1 + 2 * amount),
            ReadyEase.Settle => Settle(amount, bounces),
            ReadyEase.Bounce => Bounce(amount, bounces),
            _ => throw new Refusal("ease", "there is no such ease"),
        };
    }

    /// <summary>One cubic, as CSS has it: the ends of both handles.</summary>
    public static Ease Bezier(double x1, double y1, double x2, double y2) =>
        new([new(0, 0, Out: (x1, y1)), new(1, 1, In: (x2 - 1, y2 - 1))]);

    // With its handles a third long a cubic is a polynomial of time: t at 0, t² at a half, as what falls goes, t³ at 1. So
    // the amount takes speed from the start and gives it to the end.
    private static Ease In(double amount) => Bezier(1.0 / 3, Math.Max(0, 1 - 2 * amount) / 3, 2.0 / 3, (2 - 2 * amount) / 3);

    /// <summary>A cubic run from its end to its start, so that what it does at first it does at last.</summary>
    private Ease TurnedInTime()
    {
        var ((x1, y1), (x2, y2)) = (Points[0].Out!.Value, Points[1].In!.Value);
        return Bezier(-x2, -y2, 1 - x1, 1 - y1);
    }

    // A damped swing: each turning point is flat and lies the amount nearer to the end than the one before. The first
    // way there takes as long as two of the swings.
    private static Ease Settle(double amount, int swings)
    {
        var points = ImmutableArray.CreateBuilder<EasePoint>();
        var step = 1.0 / (swings + 2);
        var handle = step * SineHandle;
        points.Add(new(0, 0, Out: (2 * step * SineHandle, 0)));
        var off = amount;
        for (var i = 0; i < swings; i++, off *= -amount * 0.6)
            points.Add(new((i + 2) * step, 1 + off, In: (i == 0 ? -2 * handle : -handle, 0), Out: (handle, 0)));
        points.Add(new(1, 1, In: (-handle, 0)));
        return new(points.ToImmutable());
    }

    /// <summary>The handle of a cubic between two flat ends that comes nearest to half a sine wave, in parts of its length: 1 − 2/π.</summary>
    private const double SineHandle = 0.3634;

    // A ball that falls onto the end value. Each spring reaches the amount's square of the height of the one before, in
    // the amount's part of its time, as with a coefficient of restitution. Every arc is a parabola, which a cubic says exactly.
    private static Ease Bounce(double amount, int bounces)
    {
        var restitution = 0.2 + 0.6 * amount;
        // The first fall is half an arc of its own.
        double whole = 1, part = 2;
        for (var i = 0; i < bounces; i++) whole += part *= restitution;
        var points = ImmutableArray.CreateBuilder<EasePoint>();
        points.Add(new(0, 0, Out: (1 / whole / 3, 0)));
        double time = 1 / whole, arriving = time, depth = 1;
        var slopeIn = 2 * depth / arriving;
        double length = 2 / whole;
        for (var i = 0; i <= bounces; i++)
        {
            length *= restitution;
            depth *= restitution * restitution;
            var slopeOut = 4 * depth / length;
            var span = i == 0 ? arriving : length / restitution;
            var inHandle = (-span / 3, -slopeIn * span / 3);
            if (i == bounces) points.Add(new(1, 1, In: inHandle));
            else points.Add(new(time, 1, In: inHandle, Out: (length / 3, -slopeOut * length / 3)));
            slopeIn = slopeOut;
            time += length;
        }
        return new(points.ToImmutable());
    }

    /// <summary>The keys of the stretch, its two ends with it, each with the sides that the ease gives it.</summary>
    /// <param name="left">The key that it starts from; its time, value and in side stay.</param>
    /// <param name="right">The key that it ends at; its time, value and out side stay.</param>
    public ImmutableArray<Key> Between(Key left, Key right)
    {
        double length = (right.Time - left.Time).Value, rise = right.Value - left.Value;
        var keys = ImmutableArray.CreateBuilder<Key>(Points.Length);
        Handle Scaled((double Time, double Value) part) => new(part.Time * length, part.Value * rise);
        foreach (var point in Points)
        {
            var time = new Tick((long)Math.Round(left.Time.Value + point.Time * length));
            var (arriving, leaving) = (point.In is null ? Interpolation.Linear : Interpolation.Free, point.Out is null ? Interpolation.Linear : Interpolation.Free);
            var value = point.Value == 1 ? right.Value : left.Value + point.Value * rise;
            var key = new Key(
                time, value, arriving, leaving,
                point.In is { } i ? Scaled(i) : default, point.Out is { } o ? Scaled(o) : default);
            Place(keys, key);
        }
        return Ended(keys, left, right);
    }

    /// <summary>Adds a key; where one stands already it is a jump, and the earlier one moves a tick back, holding.</summary>
    private static void Place(ImmutableArray<Key>.Builder keys, Key key)
    {
        if (keys.Count > 0 && keys[^1].Time >= key.Time)
        {
            if (keys[^1].Value == key.Value)
            {
                keys[^1] = keys[^1] with { Out = key.Out, OutHandle = key.OutHandle };
                return;
            }
            var earlier = new Tick(key.Time.Value - 1);
            if (keys.Count > 1 && keys[^2].Time >= earlier) keys.RemoveAt(keys.Count - 1);
            else keys[^1] = keys[^1] with { Time = earlier, Out = Interpolation.Hold };
            key = key with { In = Interpolation.Hold };
        }
        keys.Add(key);
    }

    /// <summary>The keys with the two ends in place of the first and the last, or beside them where the ease jumps there.</summary>
    private static ImmutableArray<Key> Ended(ImmutableArray<Key>.Builder keys, Key left, Key right)
    {
        if (keys[0].Time <= left.Time && keys[0].Value == left.Value) keys[0] = left with { Out = keys[0].Out, OutHandle = keys[0].OutHandle };
        else
        {
            keys[0] = keys[0] with { Time = new Tick(Math.Max(keys[0].Time.Value, left.Time.Value + 1)), In = Interpolation.Hold };
            keys.Insert(0, left with { Out = Interpolation.Hold });
        }
        if (keys[^1].Time >= right.Time && keys[^1].Value == right.Value) keys[^1] = right with { In = keys[^1].In, InHandle = keys[^1].InHandle };
        else
        {
            keys[^1] = keys[^1] with { Time = new Tick(Math.Min(keys[^1].Time.Value, right.Time.Value - 1)), Out = Interpolation.Hold };
            keys.Add(right with { In = Interpolation.Hold });
        }
        return keys.ToImmutable();
    }
}
