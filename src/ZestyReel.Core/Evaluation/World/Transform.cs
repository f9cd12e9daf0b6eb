using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// A place in space: twelve numbers of a 4×4 matrix whose last row is 0 0 0 1, for column vectors.
/// Columns <c>X</c>, <c>Y</c>, <c>Z</c> are the axes, <c>P</c> the position.
/// </summary>
public readonly record struct Transform(
    double Xx, double Xy, double Xz, double Yx, double Yy, double Yz, double Zx, double Zy, double Zz,
    double Px, double Py, double Pz)
{
    /// <summary>The transform that changes nothing.</summary>
    public static readonly Transform Identity = new(1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0);

    /// <summary>Scaled, then rotated, then put in its place, as an object's channels say: M = T·R·S.</summary>
    /// <param name="position">Position.</param>
    /// <param name="rotation">Degrees about x, y, z.</param>
    /// <param name="scale">Factors.</param>
    /// <param name="order">See <see cref="RotationOrder"/>.</param>
    public static Transform Of(
        (double X, double Y, double Z) position, (double X, double Y, double Z) rotation, (double X, double Y, double Z) scale,
        RotationOrder order)
    {
        var turned = Identity;
        foreach (var axis in order.Axes())
        {
            var degrees = axis switch { Axis.X => rotation.X, Axis.Y => rotation.Y, _ => rotation.Z };
            if (degrees != 0) turned *= axis switch { Axis.X => AboutX(degrees), Axis.Y => AboutY(degrees), _ => AboutZ(degrees) };
        }
        return turned with
        {
            Xx = turned.Xx * scale.X, Xy = turned.Xy * scale.X, Xz = turned.Xz * scale.X,
            Yx = turned.Yx * scale.Y, Yy = turned.Yy * scale.Y, Yz = turned.Yz * scale.Y,
            Zx = turned.Zx * scale.Z, Zy = turned.Zy * scale.Z, Zz = turned.Zz * scale.Z,
            Px = position.X, Py = position.Y, Pz = position.Z,
        };
    }

    /// <summary>The inner transform seen through the outer one.</summary>
    public static Transform operator *(Transform a, Transform b)
    {
        var (xx, xy, xz) = a.Direction(b.Xx, b.Xy, b.Xz);
        var (yx, yy, yz) = a.Direction(b.Yx, b.Yy, b.Yz);
        var (zx, zy, zz) = a.Direction(b.Zx, b.Zy, b.Zz);
        var (px, py, pz) = a.Direction(b.Px, b.Py, b.Pz);
        return new(xx, xy, xz, yx, yy, yz, zx, zy, zz, px + a.Px, py + a.Py, pz + a.Pz);
    }

    /// <summary>Where the origin comes to lie.</summary>
    public (double X, double Y, double Z) Position => (Px, Py, Pz);

    /// <summary>The same as a vector.</summary>
    public Vector Origin => new(Px, Py, Pz);

    /// <summary>Where a point comes to lie.</summary>
    public Vector Point(Vector at) => Direction(at) + new Vector(Px, Py, Pz);

    /// <summary>Which way a direction comes to point, and how long it comes to be.</summary>
    public Vector Direction(Vector way)
    {
        var (x, y, z) = Direction(way.X, way.Y, way.Z);
        return new(x, y, z);
    }

    /// <summary>Its rotation alone, about the origin: x as it is, y as near as that allows, nothing scaled, sheared or mirrored.</summary>
    public Transform Turned()
    {
        var x = new Vector(Xx, Xy, Xz).Unit();
        var z = x.Cross(new(Yx, Yy, Yz)).Unit();
        if (x == Vector.Zero || z == Vector.Zero) return Identity;
        var y = z.Cross(x);
        return new(x.X, x.Y, x.Z, y.X, y.Y, y.Z, z.X, z.Y, z.Z, 0, 0, 0);
    }

    /// <summary>What undoes this transform, or null where it flattens space and nothing does. By cofactors over the determinant.</summary>
    public Transform? Inverse()
    {
        double cx = Yy * Zz - Yz * Zy, cy = Yz * Zx - Yx * Zz, cz = Yx * Zy - Yy * Zx;
        var det = Xx * cx + Xy * cy + Xz * cz;
        if (Math.Abs(det) < 1e-30) return null;
        var linear = new Transform(
            cx / det, (Xz * Zy - Xy * Zz) / det, (Xy * Yz - Xz * Yy) / det,
            cy / det, (Xx * Zz - Xz * Zx) / det, (Xz * Yx - Xx * Yz) / det,
            cz / det, (Xy * Zx - Xx * Zy) / det, (Xx * Yy - Xy * Yx) / det,
            0, 0, 0);
        var (px, py, pz) = linear.Direction(Px, Py, Pz);
        return linear with { Px = -px, Py = -py, Pz = -pz };
    }

    /// <summary>Lengths of the axes; x is negative where the transform mirrors, as glTF and most tools have it.</summary>
    public (double X, double Y, double Z) Scale
    {
        get
        {
            var x = Math.Sqrt(Xx * Xx + Xy * Xy + Xz * Xz);
            var mirrors = Xx * (Yy * Zz - Yz * Zy) - Yx * (Xy * Zz - Xz * Zy) + Zx * (Xy * Yz - Xz * Yy) < 0;
            return (mirrors ? -x : x, Math.Sqrt(Yx * Yx + Yy * Yy + Yz * Yz), Math.Sqrt(Zx * Zx + Zy * Zy + Zz * Zz));
        }
    }

    /// <summary>The degrees about x, y and z that give this rotation in an order; the middle one within ±90°.</summary>
    /// <remarks>From R = Ri·Rj·Rk the entry R[i,k] is ±sin of the middle rotation (Shoemake, Graphics Gems IV, 1994).</remarks>
    public (double X, double Y, double Z) Rotation(RotationOrder order)
    {
        var (sx, sy, sz) = Scale;
        var (xx, xy, xz) = (Divided(Xx, sx), Divided(Xy, sx), Divided(Xz, sx));
        var (yx, yy, yz) = (Divided(Yx, sy), Divided(Yy, sy), Divided(Yz, sy));
        var (zx, zy, zz) = (Divided(Zx, sz), Divided(Zy, sz), Divided(Zz, sz));
        // Row by row, as the formula has it.
        ReadOnlySpan<double> r = [xx, yx, zx, xy, yy, zy, xz, yz, zz];
        var axes = order.Axes();
        int i = (int)axes[0], j = (int)axes[1], k = (int)axes[2];
        var sign = (j - i + 3) % 3 == 1 ? 1 : -1;
        Span<double> angles = stackalloc double[3];
        angles[j] = Math.Asin(Math.Clamp(sign * r[i * 3 + k], -1, 1));
        if (Math.Abs(r[i * 3 + k]) < 1 - 1e-12)
        {
            angles[i] = Math.Atan2(-sign * r[j * 3 + k], r[k * 3 + k]);
            angles[k] = Math.Atan2(-sign * r[i * 3 + j], r[i * 3 + i]);
        }
        else
        {
            // The outer axes fall together; all of the rotation about them goes to the first.
            angles[i] = Math.Atan2(sign * r[k * 3 + j], r[j * 3 + j]);
            angles[k] = 0;
        }
        return (Degrees(angles[0]), Degrees(angles[1]), Degrees(angles[2]));
    }

    /// <summary>The degrees that say the same rotation as some others, as near as can be to where they are expected.</summary>
    /// <remarks>
    /// Three rotations say the same as those with the outer two half a turn further and the middle one mirrored, and each
    /// with any number of whole turns more.
    /// </remarks>
    public static (double X, double Y, double Z) NearestRotation(
        (double X, double Y, double Z) rotation, (double X, double Y, double Z) expected, RotationOrder order)
    {
        var middle = order.Axes()[1];
        double Other(Axis axis, double degrees) => axis == middle ? 180 - degrees : degrees + 180;
        static double Wound(double degrees, double wanted) => degrees + 360 * Math.Round((wanted - degrees) / 360);
        var (x, y, z) = (Wound(rotation.X, expected.X), Wound(rotation.Y, expected.Y), Wound(rotation.Z, expected.Z));
        var (ox, oy, oz) = (
            Wound(Other(Axis.X, rotation.X), expected.X), Wound(Other(Axis.Y, rotation.Y), expected.Y), Wound(Other(Axis.Z, rotation.Z), expected.Z));
        double Away(double a, double b, double c) => Math.Abs(a - expected.X) + Math.Abs(b - expected.Y) + Math.Abs(c - expected.Z);
        return Away(x, y, z) <= Away(ox, oy, oz) ? (x, y, z) : (ox, oy, oz);
    }

    private (double X, double Y, double Z) Direction(double x, double y, double z) =>
        (Xx * x + Yx * y + Zx * z, Xy * x + Yy * y + Zy * z, Xz * x + Yz * y + Zz * z);

    private static double Divided(double value, double size) => size == 0 ? 0 : value / size;
    private static double Degrees(double radians) => radians * 180 / Math.PI;

    // Quarter turns are exact, so that 90° leaves no 6e-17 behind.
    private static (double Sin, double Cos) Turned(double degrees) => (degrees % 360) switch
    {
        0 => (0, 1),
        90 or -270 => (1, 0),
        180 or -180 => (0, -1),
        270 or -90 => (-1, 0),
        var rest => Math.SinCos(rest * Math.PI / 180),
    };

    private static Transform AboutX(double degrees)
    {
        var (sin, cos) = Turned(degrees);
        return Identity with { Yy = cos, Yz = sin, Zy = -sin, Zz = cos };
    }

    private static Transform AboutY(double degrees)
    {
        var (sin, cos) = Turned(degrees);
        return Identity with { Xx = cos, Xz = -sin, Zx = sin, Zz = cos };
    }

    private static Transform AboutZ(double degrees)
    {
        var (sin, cos) = Turned(degrees);
        return Identity with { Xx = cos, Xy = sin, Yx = -sin, Yy = cos };
    }
}
