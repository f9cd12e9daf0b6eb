using System.Collections.Concurrent;
using System.Collections.Frozen;
using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>Every kind's channels, in the order in which they are shown and written.</summary>
public static class ChannelCatalogue
{
    internal const double Far = 1e12;

    /// <summary>Into how many parts a shape can be cut along an axis, or about one.</summary>
    public const int MostSegments = 128;

    /// <summary>Into how many parts letters can be cut along an axis, for each size that they are wide or high.</summary>
    public const int MostLetterSegments = 16;

    /// <summary>How far the edges of letters are cut off at the most, in sizes.</summary>
    public const double MostBevel = 0.1;

    private static readonly ImmutableArray<ChannelSpec> Shared =
    [
        .. Axes("position", "Position", ChannelUnit.Length, 0, CurveShade.Plain),
        .. Axes("rotation", "Rotation", ChannelUnit.Degrees, 0, CurveShade.Pale),
        .. Axes("scale", "Scale", ChannelUnit.Factor, 1, CurveShade.Dull),
        new("visible", "Visible", "Attributes", ChannelUnit.OnOff, 1, 0, 1, []) { Hue = CurveHue.Sand },
    ];

    private static readonly ImmutableArray<ChannelSpec> Colour =
    [
        Attribute("look.red", "Red", ChannelUnit.LinearLight, 0.8, 0, 1, CurveHue.X),
        Attribute("look.green", "Green", ChannelUnit.LinearLight, 0.75, 0, 1, CurveHue.Y),
        Attribute("look.blue", "Blue", ChannelUnit.LinearLight, 0.6, 0, 1, CurveHue.Z),
    ];

    /// <summary>The channels that one colour sets.</summary>
    internal static readonly FrozenSet<string> ColourNames = Colour.Select(spec => spec.Name).ToFrozenSet();

    private static readonly ChannelSpec Opacity = Attribute("look.opacity", "Opacity", ChannelUnit.Fraction, 1, 0, 1, CurveHue.Fern);

    private static readonly ImmutableArray<ChannelSpec> Surface =
        [.. Colour, Opacity];

    private static readonly FrozenDictionary<ObjectKind, ImmutableArray<ChannelSpec>> ByKind =
        new Dictionary<ObjectKind, ImmutableArray<ChannelSpec>>
        {
            [ObjectKind.Group] = [.. Shared, Opacity],
            [ObjectKind.Path] = Shared,
            [ObjectKind.Joint] = Shared,
            [ObjectKind.Box] = [.. Shared, Length("width", 1), Length("height", 1, CurveHue.Fern), Length("depth", 1, CurveHue.Sand), .. Surface, Along(Axis.X), Along(Axis.Y), Along(Axis.Z)],
            [ObjectKind.Sphere] = [.. Shared, Length("radius", 0.5), .. Surface, Around(24), Along(Axis.Y, 14, 2)],
            [ObjectKind.Cylinder] = [.. Shared, Length("radius", 0.5), Length("height", 1, CurveHue.Fern), .. Surface, Around(28), Along(Axis.Y)],
            [ObjectKind.Cone] = [.. Shared, Length("radius", 0.5), Length("height", 1, CurveHue.Fern), .. Surface, Around(28), Along(Axis.Y)],
            [ObjectKind.Torus] = [.. Shared, Length("radius", 0.5), Length("tube", 0.15, CurveHue.Plum), .. Surface, Around(36), Segments("aroundTube", "Around the tube", 12, 3, CurveHue.Plum)],
            [ObjectKind.Plane] = [.. Shared, Length("width", 1), Length("depth", 1, CurveHue.Sand), .. Surface, Along(Axis.X), Along(Axis.Z)],
            [ObjectKind.Text] =
            [
                .. Shared, Length("size", 1), Length("depth", 0.2, CurveHue.Sand),
                Attribute("shape.spacing", "Spacing", ChannelUnit.Factor, 0, -10, 100, CurveHue.Plum),
                Attribute("shape.bevel", "Bevel", ChannelUnit.Factor, 0, 0, MostBevel, CurveHue.Fern),
                .. Surface, Segments("fineness", "Of a curve", 4, 1, CurveHue.Fern, MostLetterSegments),
                Along(Axis.X, most: MostLetterSegments), Along(Axis.Y, most: MostLetterSegments), Along(Axis.Z, most: MostLetterSegments),
            ],
            [ObjectKind.Mesh] = [.. Shared, .. Surface],
            [ObjectKind.Camera] = [.. Shared, Attribute("camera.fov", "Field of view", ChannelUnit.Degrees, 45, 1, 170, CurveHue.Fern)],
            [ObjectKind.Light] =
            [
                .. Shared,
                new("light.kind", "Kind", "Attributes", ChannelUnit.Choice, 0, 0, 2, ["point", "spot", "sun"]) { Hue = CurveHue.Sand },
                Attribute("light.intensity", "Intensity", ChannelUnit.Factor, 1, 0, Far),
                Attribute("light.range", "Range", ChannelUnit.Length, 20, 0, Far, CurveHue.Plum),
                Attribute("light.cone", "Cone angle", ChannelUnit.Degrees, 40, 1, 170, CurveHue.Fern),
                .. Colour,
            ],
        }.ToFrozenDictionary();

    /// <summary>What an object has besides its kind's channels, by what gives it them, in the order in which they are written.</summary>
    public static readonly ImmutableArray<(ChannelUses Use, ImmutableArray<ChannelSpec> Channels)> ByUse =
    [
        (ChannelUses.Follows, [new(Follow.Travel, "Travel", "Path", ChannelUnit.Fraction, 0, -Far, Far, []) { Hue = CurveHue.Fern }]),
        (ChannelUses.Aims, [new(Aim.Weight, "Weight", "Aim", ChannelUnit.Fraction, 1, 0, 1, []) { Hue = CurveHue.Plum }]),
        (ChannelUses.SwaysPosition, [Sways("position", "Position", ChannelUnit.Length, 0.2, CurveHue.Sky)]),
        (ChannelUses.SwaysRotation, [Sways("rotation", "Rotation", ChannelUnit.Degrees, 10, CurveHue.Fern)]),
        (ChannelUses.SwaysScale, [Sways("scale", "Scale", ChannelUnit.Factor, 0.1, CurveHue.Sand)]),
        (ChannelUses.SwaysOther, [Sways("other", "Other", ChannelUnit.Factor, 0.1, CurveHue.Plum)]),
        (ChannelUses.Sways,
        [
            Loose(Sway.Pace, "Pace", "Sway", ChannelUnit.Hertz, 0.5, 0, 60, CurveHue.Sky),
            Loose(Sway.Roughness, "Roughness", "Sway", ChannelUnit.Fraction, 0.2, 0, 1, CurveHue.Fern),
        ]),
        (ChannelUses.Lags,
        [
            Loose(Lag.Frequency, "Frequency", "Lag", ChannelUnit.Hertz, 1.5, 0.01, 100, CurveHue.Sky),
            Loose(Lag.Damping, "Damping", "Lag", ChannelUnit.Factor, 0.4, 0, 10, CurveHue.Sand),
        ]),
        (ChannelUses.Bounces,
        [
            new(Bounce.Falling, "Falling", "Bounce", ChannelUnit.OnOff, 1, 0, 1, []) { Hue = CurveHue.Sand },
            Loose(Bounce.Gravity, "Gravity", "Bounce", ChannelUnit.Acceleration, 9.81, 0, 1e6, CurveHue.Sky),
            Loose(Bounce.Restitution, "Restitution", "Bounce", ChannelUnit.Fraction, 0.6, 0, 1, CurveHue.Fern),
            Loose(Bounce.Friction, "Friction", "Bounce", ChannelUnit.Factor, 0.3, 0, 10, CurveHue.Plum),
            Loose(Bounce.Ground, "Ground", "Bounce", ChannelUnit.Length, 0, -Far, Far, CurveHue.Sky),
            Loose(Bounce.Radius, "Radius", "Bounce", ChannelUnit.Length, 0.5, 0, Far, CurveHue.Fern),
        ]),
        (ChannelUses.Fades,
        [
            new(Fade.Edge, "Edge", "Fade", ChannelUnit.Length, 0, -Far, Far, []) { Hue = CurveHue.Sky },
            new(Fade.Softness, "Softness", "Fade", ChannelUnit.Length, 0.5, 0, Far, []) { Hue = CurveHue.Fern },
        ]),
    ];

    private static readonly ConcurrentDictionary<(ObjectKind, ChannelUses), ImmutableArray<ChannelSpec>> Known = [];

    private static readonly ConcurrentDictionary<(ObjectKind, ChannelUses), FrozenDictionary<string, ChannelSpec>> ByName = [];

    private static readonly FrozenDictionary<string, ChannelSpec> Any =
        ByKind.Values.SelectMany(channels => channels).Concat(ByUse.SelectMany(use => use.Channels)).DistinctBy(spec => spec.Name).ToFrozenDictionary(spec => spec.Name);

    private static readonly FrozenDictionary<string, ChannelUses> UseOf =
        ByUse.SelectMany(use => use.Channels.Select(spec => (spec.Name, use.Use))).ToFrozenDictionary(each => each.Name, each => each.Use);

    /// <summary>All channels of a kind, in order.</summary>
    public static ImmutableArray<ChannelSpec> Of(ObjectKind kind, ChannelUses uses = ChannelUses.None) => Known.GetOrAdd((kind, uses),
        static each => ByKind[each.Item1].AddRange(ByUse.Where(use => each.Item2.HasFlag(use.Use)).SelectMany(use => use.Channels)));

    /// <summary>The channel of that name; null where such an object has none.</summary>
    public static ChannelSpec? Find(ObjectKind kind, string name, ChannelUses uses = ChannelUses.None) =>
        ByName.GetOrAdd((kind, uses), static each => Of(each.Item1, each.Item2).ToFrozenDictionary(spec => spec.Name)).GetValueOrDefault(name);

    /// <summary>The channel of that name as the first kind that has it has it; null if none has.</summary>
    public static ChannelSpec? OfAnyKind(string name) => DeformerChannels.Is(name) ? DeformerChannels.OfAny(name) : Any.GetValueOrDefault(name);

    /// <summary>What gives an object the channel of that name; nothing where its kind does, or no object has it.</summary>
    public static ChannelUses UseFor(string name) => UseOf.GetValueOrDefault(name);

    /// <summary>Whether a channel says how an object sways, lags or bounces.</summary>
    public static bool IsOfLoose(string name) => UseFor(name) is not (ChannelUses.None or ChannelUses.Follows or ChannelUses.Aims or ChannelUses.Fades);

    private static ChannelSpec Sways(string name, string label, ChannelUnit unit, double rest, CurveHue hue) => Loose($"sway.{name}", label, "Sway", unit, rest, -Far, Far, hue);

    private static ChannelSpec Loose(string name, string label, string group, ChannelUnit unit, double rest, double least, double most, CurveHue hue) =>
        new(name, label, group, unit, rest, least, most, []) { Hue = hue };

    private static ImmutableArray<ChannelSpec> Axes(string group, string label, ChannelUnit unit, double rest, CurveShade shade) =>
        [.. new[] { CurveHue.X, CurveHue.Y, CurveHue.Z }.Select(axis =>
            new ChannelSpec($"{group}.{axis.ToString().ToLowerInvariant()}", axis.ToString(), label, unit, rest, -Far, Far, []) { Hue = axis, Shade = shade })];

    private static ChannelSpec Length(string name, double rest, CurveHue hue = CurveHue.Sky) =>
        Attribute($"shape.{name}", char.ToUpperInvariant(name[0]) + name[1..], ChannelUnit.Length, rest, 0, Far, hue);

    /// <summary>Into how many parts a shape is cut along an axis.</summary>
    private static ChannelSpec Along(Axis axis, double rest = 1, double least = 1, int most = MostSegments) =>
        Segments($"segments{axis}", $"Along {axis.ToString().ToLowerInvariant()}", rest, least, axis switch { Axis.X => CurveHue.X, Axis.Y => CurveHue.Y, _ => CurveHue.Z }, most);

    private static ChannelSpec Around(double rest) => Segments("around", "Around", rest, 3, CurveHue.Fern);

    private static ChannelSpec Segments(string name, string label, double rest, double least, CurveHue hue, int most = MostSegments) =>
        new($"shape.{name}", label, "Segments", ChannelUnit.Count, rest, least, most, []) { Hue = hue };

    private static ChannelSpec Attribute(string name, string label, ChannelUnit unit, double rest, double least, double most, CurveHue hue = CurveHue.Sky) =>
        new(name, label, "Attributes", unit, rest, least, most, []) { Hue = hue };
}
