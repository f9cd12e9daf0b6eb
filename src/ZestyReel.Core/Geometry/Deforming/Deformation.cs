using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>
/// What each kind of deformer does with a place, with y from its foot, h its length, s = y/h (kept to 0..1 where it is
/// within), r along its direction and q across. Each also gives its derivatives, by which normals go.
/// </summary>
internal static class Deformation
{
    /// <summary>Where a place comes to lie.</summary>
    /// <param name="d">The deformer.</param>
    /// <param name="at">The place.</param>
    /// <param name="j">Those of what changes nothing; afterwards those of the deformer.</param>
    public static Section Of(in DeformerPose d, Section at, ref Slopes j) => d.Kind switch
    {
        DeformerKind.Bend => Bend(d, at, ref j),
        DeformerKind.Twist => Twist(d, at, ref j),
        DeformerKind.Taper => Taper(d, at, ref j),
        DeformerKind.Bulge => Bulge(d, at, ref j),
        DeformerKind.Shear => Shear(d, at, ref j),
        DeformerKind.Stretch => Stretch(d, at, ref j),
        DeformerKind.Flatten => Flatten(d, at, ref j),
        DeformerKind.Wave => Wave(d, at, ref j),
        _ => Ripple(d, at, ref j),
    };

    // The axis becomes an arc of radius 1/κ, κ = θ/h: r' = (1 − cos κy)/κ + r·cos κy, y' = sin κy/κ − r·sin κy. Straight on beyond the head.
    private static Section Bend(in DeformerPose d, Section at, ref Slopes j)
    {
        var y = d.Within ? Math.Clamp(at.Y, 0, d.Length) : at.Y;
        var (bend, on) = (d.Strength / d.Length, at.Y - y);
        var angle = bend * y;
        var (sin, cos) = Math.SinCos(angle);
        // sin a / a and (1 − cos a) / a, by their series where a is too small to be divided by.
        var (along, aside) = Math.Abs(angle) < 1e-4 ? (1 - angle * angle / 6, angle / 2) : (sin / angle, 2 * Math.Pow(Math.Sin(angle / 2), 2) / angle);
        var slope = on != 0 ? 1 : 1 - at.R * bend;
        (j.Rr, j.Ry, j.Yr, j.Yy) = (cos, slope * sin, -sin, slope * cos);
        return new(y * aside + at.R * cos + on * sin, y * along - at.R * sin + on * cos, at.Q);
    }

    private static Section Twist(in DeformerPose d, Section at, ref Slopes j)
    {
        var (s, rise) = Share(d, at.Y);
        var (sin, cos) = Math.SinCos(d.Strength * s);
        var (r, q) = (at.R * cos - at.Q * sin, at.R * sin + at.Q * cos);
        (j.Rr, j.Rq, j.Qr, j.Qq) = (cos, -sin, sin, cos);
        (j.Ry, j.Qy) = (-q * d.Strength * rise, r * d.Strength * rise);
        return new(r, at.Y, q);
    }

    // The section by 1 + k·s.
    private static Section Taper(in DeformerPose d, Section at, ref Slopes j)
    {
        var (s, rise) = Share(d, at.Y);
        return Sized(d, at, 1 + d.Strength * s, d.Strength * rise, ref j);
    }

    // The section by 1 + k·4s(1 − s).
    private static Section Bulge(in DeformerPose d, Section at, ref Slopes j)
    {
        var (s, rise) = Share(d, at.Y);
        return Sized(d, at, 1 + d.Strength * 4 * s * (1 - s), d.Strength * 4 * (1 - 2 * s) * rise, ref j);
    }

    private static Section Sized(in DeformerPose d, Section at, double size, double rise, ref Slopes j)
    {
        (j.Rr, j.Ry) = (size, at.R * rise);
        if (d.OneWay) return at with { R = at.R * size };
        (j.Qq, j.Qy) = (size, at.Q * rise);
        return new(at.R * size, at.Y, at.Q * size);
    }

    // r' = r + k·h·s.
    private static Section Shear(in DeformerPose d, Section at, ref Slopes j)
    {
        var (s, rise) = Share(d, at.Y);
        j.Ry = d.Strength * d.Length * rise;
        return at with { R = at.R + d.Strength * d.Length * s };
    }

    // y' = y + k·h·s, the section by (1 + k)^(−1/2) from end to end: a step at the foot would tear the surface.
    private static Section Stretch(in DeformerPose d, Section at, ref Slopes j)
    {
        var (s, rise) = Share(d, at.Y);
        var size = 1 / Math.Sqrt(1 + d.Strength);
        (j.Rr, j.Qq, j.Yy) = (size, size, 1 + d.Strength * d.Length * rise);
        return new(at.R * size, at.Y + d.Strength * d.Length * s, at.Q * size);
    }

    // y' = y − k·h·s, the section by 1 + k·spread·(1 − s)².
    private static Section Flatten(in DeformerPose d, Section at, ref Slopes j)
    {
        var (s, rise) = Share(d, at.Y);
        var spread = d.Strength * d.Share;
        var (size, slope) = (1 + spread * (1 - s) * (1 - s), -2 * spread * (1 - s) * rise);
        (j.Rr, j.Qq, j.Yy) = (size, size, 1 - d.Strength * d.Length * rise);
        (j.Ry, j.Qy) = (at.R * slope, at.Q * slope);
        return new(at.R * size, at.Y - d.Strength * d.Length * s, at.Q * size);
    }

    // r' = r + amount·((1 − pinned) + pinned·s)·sin 2π(count·s − phase).
    private static Section Wave(in DeformerPose d, Section at, ref Slopes j)
    {
        var (s, rise) = Share(d, at.Y);
        var (sin, cos) = Math.SinCos(Turns(d.Count * s - d.Phase));
        var held = 1 - d.Share + d.Share * s;
        j.Ry = d.Strength * (d.Share * sin + held * cos * 2 * Math.PI * d.Count) * rise;
        return at with { R = at.R + d.Strength * held * sin };
    }

    // y' = y + amount·sin 2π(count·ρ − phase)·(1 − fade·min(ρ, 1)), ρ the distance from the axis by h.
    private static Section Ripple(in DeformerPose d, Section at, ref Slopes j)
    {
        var far = Math.Sqrt(at.R * at.R + at.Q * at.Q);
        var ring = far / d.Length;
        var (sin, cos) = Math.SinCos(Turns(d.Count * ring - d.Phase));
        var held = 1 - d.Share * Math.Min(ring, 1);
        if (far > 0)
        {
            var slope = d.Strength * (cos * 2 * Math.PI * d.Count * held - (ring < 1 ? d.Share * sin : 0)) / d.Length;
            (j.Yr, j.Yq) = (slope * at.R / far, slope * at.Q / far);
        }
        return at with { Y = at.Y + d.Strength * sin * held };
    }

    /// <summary>How far along the deformer a place is, as a share of its length, and how much more of that there is for each length along the axis.</summary>
    private static (double S, double Rise) Share(in DeformerPose d, double y)
    {
        var s = y / d.Length;
        return !d.Within || s is >= 0 and <= 1 ? (s, 1 / d.Length) : (Math.Clamp(s, 0, 1), 0);
    }

    // Whole turns change nothing, and the sine of a large number is not known well.
    private static double Turns(double turns) => 2 * Math.PI * (turns - Math.Round(turns));
}
