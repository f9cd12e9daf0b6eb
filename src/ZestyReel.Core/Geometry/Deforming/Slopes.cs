namespace ZestyReel.Core.Geometry;

/// <summary>How a deformed place changes with the place: the Jacobian matrix, rows r', y', q' by columns r, y, q.</summary>
internal record struct Slopes
{
    public double Rr = 1, Ry, Rq, Yr, Yy = 1, Yq, Qr, Qy, Qq = 1;

    public Slopes()
    {
    }

    /// <summary>Which way a surface faces once deformed, not of length 1: by the cofactors, det J · J⁻ᵀ.</summary>
    public readonly Section Normal(Section n) => new(
        (Yy * Qq - Yq * Qy) * n.R + (Yq * Qr - Yr * Qq) * n.Y + (Yr * Qy - Yy * Qr) * n.Q,
        (Rq * Qy - Ry * Qq) * n.R + (Rr * Qq - Rq * Qr) * n.Y + (Ry * Qr - Rr * Qy) * n.Q,
        (Ry * Yq - Rq * Yy) * n.R + (Rq * Yr - Rr * Yq) * n.Y + (Rr * Yy - Ry * Yr) * n.Q);
}
