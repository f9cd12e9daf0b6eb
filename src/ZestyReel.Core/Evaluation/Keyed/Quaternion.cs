using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>A rotation as a unit quaternion.</summary>
public readonly record struct Quaternion(double W, double X, double Y, double Z)
{
    /// <summary>Three rotations in degrees, in an order.</summary>
    public static Quaternion Of((double X, double Y, double Z) rotation, RotationOrder order)
    {
        var all = new Quaternion(1, 0, 0, 0);
        foreach (var axis in order.Axes())
        {
            var (sin, cos) = Math.SinCos((axis switch { Axis.X => rotation.X, Axis.Y => rotation.Y, _ => rotation.Z }) * Math.PI / 360);
            all *= new Quaternion(cos, axis == Axis.X ? sin : 0, axis == Axis.Y ? sin : 0, axis == Axis.Z ? sin : 0);
        }
        return all;
    }

    /// <summary>The rotation of a transform that neither scales nor mirrors. Its largest part is found first, so that nothing small is divided by (Shepperd, 1978).</summary>
    public static Quaternion Of(in Transform t)
    {
        var (w, x, y, z) = (t.Xx + t.Yy + t.Zz, t.Xx - t.Yy - t.Zz, t.Yy - t.Xx - t.Zz, t.Zz - t.Xx - t.Yy);
        var largest = Math.Max(Math.Max(w, x), Math.Max(y, z));
        // Four times the largest part.
        var s = 2 * Math.Sqrt(1 + largest);
        if (largest == w) return new(s / 4, (t.Yz - t.Zy) / s, (t.Zx - t.Xz) / s, (t.Xy - t.Yx) / s);
        if (largest == x) return new((t.Yz - t.Zy) / s, s / 4, (t.Yx + t.Xy) / s, (t.Zx + t.Xz) / s);
        return largest == y
            ? new((t.Zx - t.Xz) / s, (t.Yx + t.Xy) / s, s / 4, (t.Zy + t.Yz) / s)
            : new((t.Xy - t.Yx) / s, (t.Zx + t.Xz) / s, (t.Zy + t.Yz) / s, s / 4);
    }

    /// <summary>The inner rotation seen through the outer one.</summary>
    public static Quaternion operator *(Quaternion a, Quaternion b) => new(
        a.W * b.W - a.X * b.X - a.Y * b.Y - a.Z * b.Z,
        a.W * b.X + a.X * b.W + a.Y * b.Z - a.Z * b.Y,
        a.W * b.Y - a.X * b.Z + a.Y * b.W + a.Z * b.X,
        a.W * b.Z + a.X * b.Y - a.Y * b.X + a.Z * b.W);

    /// <summary>A part of the shortest way from one rotation to another, below 0 and above 1 going on beyond them (Shoemake, 1985).</summary>
    public static Quaternion Slerp(Quaternion a, Quaternion b, double part)
    {
        var dot = a.W * b.W + a.X * b.X + a.Y * b.Y + a.Z * b.Z;
        if (dot < 0) (b, dot) = (new(-b.W, -b.X, -b.Y, -b.Z), -dot);
        var angle = Math.Acos(Math.Min(dot, 1));
        // So near to each other the arc is its chord.
        var (from, to) = angle < 1e-9 ? (1 - part, part) : (Math.Sin((1 - part) * angle) / Math.Sin(angle), Math.Sin(part * angle) / Math.Sin(angle));
        return new(a.W * from + b.W * to, a.X * from + b.X * to, a.Y * from + b.Y * to, a.Z * from + b.Z * to);
    }

    /// <summary>The rotation that undoes this one.</summary>
    public Quaternion Conjugate() => new(W, -X, -Y, -Z);

    /// <summary>The rotation as a transform about the origin.</summary>
    public Transform AsTransform() => Transform.Identity with
    {
        Xx = 1 - 2 * (Y * Y + Z * Z), Xy = 2 * (X * Y + W * Z), Xz = 2 * (X * Z - W * Y),
        Yx = 2 * (X * Y - W * Z), Yy = 1 - 2 * (X * X + Z * Z), Yz = 2 * (Y * Z + W * X),
        Zx = 2 * (X * Z + W * Y), Zy = 2 * (Y * Z - W * X), Zz = 1 - 2 * (X * X + Y * Y),
    };
}
