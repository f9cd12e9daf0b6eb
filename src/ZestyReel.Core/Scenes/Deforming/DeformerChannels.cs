using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>
/// The channels that a deformer gives its object. Their names say the deformer: <c>deform.Lean.strength</c> is the strength
/// of the one that is called Lean.
/// </summary>
public static class DeformerChannels
{
    /// <summary>Where the foot is: a coordinate along the axis, in the object's own space.</summary>
    public const string Foot = "foot";

    /// <summary>From the foot to the head.</summary>
    public const string Length = "length";

    /// <summary>How much: degrees of a bend and a twist, a factor of the others.</summary>
    public const string Strength = "strength";

    /// <summary>Which way: degrees about the axis.</summary>
    public const string Direction = "direction";

    /// <summary>How high waves and rings are, in lengths.</summary>
    public const string Amount = "amount";

    /// <summary>How many waves there are from foot to head, or rings on as long a way.</summary>
    public const string Count = "count";

    /// <summary>How far waves and rings have gone, in turns.</summary>
    public const string Phase = "phase";

    /// <summary>How fast they go by themselves, in turns a second.</summary>
    public const string Speed = "speed";

    /// <summary>How much the foot of waves is held.</summary>
    public const string Pinned = "pinned";

    /// <summary>How far what is flattened spreads at its foot.</summary>
    public const string Spread = "spread";

    /// <summary>How much rings become lower on their way.</summary>
    public const string Fade = "fade";

    /// <summary>The shortest length; nothing is bent on no way at all.</summary>
    public const double Shortest = 1e-6;

    private const string Prefix = "deform.", PhaseEnd = "." + Phase, SpeedEnd = "." + Speed;

    private const double MostTurned = 36_000, MostFactor = 1_000, Far = ChannelCatalogue.Far;

    private static readonly ChannelSpec
        Turn = Spec(Strength, "Strength", ChannelUnit.Degrees, 0, -MostTurned, MostTurned, CurveHue.Sky),
        Share = Spec(Strength, "Strength", ChannelUnit.Factor, 0, -MostFactor, MostFactor, CurveHue.Sky),
        Longer = Spec(Strength, "Strength", ChannelUnit.Factor, 0, -0.95, MostFactor, CurveHue.Sky),
        Pressed = Spec(Strength, "Strength", ChannelUnit.Fraction, 0, 0, 1, CurveHue.Sky),
        Way = Spec(Direction, "Direction", ChannelUnit.Degrees, 0, -MostTurned, MostTurned, CurveHue.Fern),
        High = Spec(Amount, "Amount", ChannelUnit.Length, 0, -Far, Far, CurveHue.Sky),
        Many = Spec(Count, "Count", ChannelUnit.Factor, 1, -MostFactor, MostFactor, CurveHue.Sand),
        Gone = Spec(Phase, "Phase", ChannelUnit.Factor, 0, -Far, Far, CurveHue.Plum),
        Going = Spec(Speed, "Speed", ChannelUnit.Hertz, 0, -60, 60, CurveHue.Plum);

    private static readonly ImmutableArray<ChannelSpec> Reach =
    [
        Spec(Foot, "Foot", ChannelUnit.Length, 0, -Far, Far, CurveHue.Mint),
        Spec(Length, "Length", ChannelUnit.Length, 1, Shortest, Far, CurveHue.Mint),
    ];

    private static readonly ImmutableArray<ChannelSpec>[] ByKind =
    [
        .. Enum.GetValues<DeformerKind>().Select(kind => (ImmutableArray<ChannelSpec>)[.. Own(kind), .. Reach]),
    ];

    /// <summary>The channels of a kind, in order; their names are those after the deformer's, such as <c>strength</c>, and their group is empty.</summary>
    public static ImmutableArray<ChannelSpec> Of(DeformerKind kind) => ByKind[(int)kind];

    /// <summary>The name of a deformer's channel.</summary>
    public static string Named(string deformer, string channel) => $"{Prefix}{deformer}.{channel}";

    /// <summary>Whether a name is one of a deformer's channel.</summary>
    public static bool Is(string name) => name.StartsWith(Prefix, StringComparison.Ordinal);

    /// <summary>The deformer and the channel that a name says; null where it is no such name.</summary>
    public static (string Deformer, string Channel)? Parts(string name) =>
        Is(name) && name.LastIndexOf('.') is var dot && dot > Prefix.Length ? (name[Prefix.Length..dot], name[(dot + 1)..]) : null;

    /// <summary>The speed that a phase goes on with; null for every other channel.</summary>
    public static string? SpeedOf(string name) => Is(name) && name.EndsWith(PhaseEnd, StringComparison.Ordinal) ? name[..^Phase.Length] + Speed : null;

    /// <summary>The phase that a speed drives; null for every other channel.</summary>
    public static string? PhaseOf(string name) => Is(name) && name.EndsWith(SpeedEnd, StringComparison.Ordinal) ? name[..^Speed.Length] + Phase : null;

    /// <summary>What is known of a deformer's channel wherever the kind of the deformer is not; null where no kind has it.</summary>
    internal static ChannelSpec? OfAny(string name) =>
        Parts(name) is { } parts && ByKind.SelectMany(all => all).FirstOrDefault(spec => spec.Name == parts.Channel) is { } spec
            ? spec with { Name = name, Group = parts.Deformer, Least = -Far, Most = Far }
            : null;

    /// <summary>A kind's channel as a deformer has it.</summary>
    internal static ChannelSpec For(Deformer deformer, ChannelSpec spec) => spec with { Name = Named(deformer.Name, spec.Name), Group = deformer.Name };

    private static ImmutableArray<ChannelSpec> Own(DeformerKind kind) => kind switch
    {
        DeformerKind.Bend => [Turn, Way],
        DeformerKind.Twist => [Turn],
        DeformerKind.Taper or DeformerKind.Bulge or DeformerKind.Shear => [Share, Way],
        DeformerKind.Stretch => [Longer],
        DeformerKind.Flatten => [Pressed, Spec(Spread, "Spread", ChannelUnit.Factor, 1, 0, MostFactor, CurveHue.Fern)],
        DeformerKind.Wave => [High, Many, Gone, Going, Way, Spec(Pinned, "Pinned", ChannelUnit.Fraction, 1, 0, 1, CurveHue.Sand)],
        _ => [High, Many, Gone, Going, Spec(Fade, "Fade", ChannelUnit.Fraction, 0, 0, 1, CurveHue.Fern)],
    };

    private static ChannelSpec Spec(string name, string label, ChannelUnit unit, double rest, double least, double most, CurveHue hue) =>
        new(name, label, "", unit, rest, least, most, []) { Hue = hue };
}
