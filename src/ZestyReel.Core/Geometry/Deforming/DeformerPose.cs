using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>A deformer at a moment: everything that it does to a point, in numbers.</summary>
public readonly struct DeformerPose
{
    private DeformerPose(DeformerKind kind, bool within, bool oneWay, Axis axis)
    {
        (Kind, Within, OneWay, Axis) = (kind, within, oneWay, axis);
    }

    /// <summary>What it does.</summary>
    public DeformerKind Kind { get; }

    /// <summary>Whether it ends at its foot and its head.</summary>
    public bool Within { get; }

    /// <summary>Whether it acts along its direction only.</summary>
    public bool OneWay { get; }

    /// <summary>Along which axis.</summary>
    public Axis Axis { get; }

    /// <summary>The coordinate of its foot along the axis.</summary>
    public double Foot { get; private init; }

    /// <summary>From foot to head; above 0.</summary>
    public double Length { get; private init; }

    /// <summary>Radians of a bend and a twist, lengths of waves and rings, else a factor.</summary>
    public double Strength { get; private init; }

    /// <summary>The sine of its direction about the axis.</summary>
    public double Sin { get; private init; }

    /// <summary>The cosine of its direction about the axis.</summary>
    public double Cos { get; private init; }

    /// <summary>How many waves or rings.</summary>
    public double Count { get; private init; }

    /// <summary>How far these have gone, in turns.</summary>
    public double Phase { get; private init; }

    /// <summary>How much waves are pinned, what is flattened spreads, or rings fade.</summary>
    public double Share { get; private init; }

    /// <summary>A deformer with the values that its channels have at a moment.</summary>
    /// <param name="deformer">The deformer.</param>
    /// <param name="value">The value of one of its channels, such as <c>strength</c>; 0 where its kind has none.</param>
    public static DeformerPose Of(Deformer deformer, Func<string, double> value)
    {
        var (kind, strength) = (deformer.Kind, value(DeformerChannels.Strength));
        var (sin, cos) = Math.SinCos(value(DeformerChannels.Direction) * (Math.PI / 180));
        return new(kind, deformer.Within, deformer.OneWay, deformer.Axis)
        {
            Foot = value(DeformerChannels.Foot),
            Length = Math.Max(value(DeformerChannels.Length), DeformerChannels.Shortest),
            Strength = kind is DeformerKind.Bend or DeformerKind.Twist ? strength * (Math.PI / 180)
                : kind is DeformerKind.Wave or DeformerKind.Ripple ? value(DeformerChannels.Amount) : strength,
            Sin = sin,
            Cos = cos,
            Count = value(DeformerChannels.Count),
            Phase = value(DeformerChannels.Phase),
            Share = kind switch
            {
                DeformerKind.Flatten => value(DeformerChannels.Spread),
                DeformerKind.Wave => value(DeformerChannels.Pinned),
                DeformerKind.Ripple => value(DeformerChannels.Fade),
                _ => 0,
            },
        };
    }

    /// <summary>Where a point comes to lie.</summary>
    public Vector Point(Vector at)
    {
        Slopes slopes = default;
        return Back(Deformation.Of(this, In(at), ref slopes), Foot);
    }

    /// <summary>Where a point comes to lie, and which way a surface there comes to face.</summary>
    /// <param name="at">The point.</param>
    /// <param name="normal">Which way the surface faces; of length 1 afterwards.</param>
    public Vector Point(Vector at, ref Vector normal)
    {
        var slopes = new Slopes();
        var deformed = Deformation.Of(this, In(at), ref slopes);
        normal = Back(slopes.Normal(In(normal, 0)), 0).Unit();
        return Back(deformed, Foot);
    }

    private Section In(Vector v) => In(v, Foot);

    // Direction 0 is +x for the axes y and z, and +y for the axis x; it turns right-handed about the axis.
    private Section In(Vector v, double foot)
    {
        var (zero, along, quarter) = Axis switch { Axis.X => (v.Y, v.X, v.Z), Axis.Y => (v.X, v.Y, -v.Z), _ => (v.X, v.Z, v.Y) };
        return new(Cos * zero + Sin * quarter, along - foot, Cos * quarter - Sin * zero);
    }

    private Vector Back(Section s, double foot)
    {
        var (zero, along, quarter) = (Cos * s.R - Sin * s.Q, s.Y + foot, Sin * s.R + Cos * s.Q);
        return Axis switch { Axis.X => new(along, zero, quarter), Axis.Y => new(zero, along, -quarter), _ => new(zero, quarter, along) };
    }
}
