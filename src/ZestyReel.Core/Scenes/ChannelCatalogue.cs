using System.Collections.Frozen;
using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>Every kind's channels, in the order in which they are shown and written.</summary>
public static class ChannelCatalogue
{
    internal const double Far = 1e12;

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

    private static readonly ImmutableArray<ChannelSpec> Surface =
        [.. Colour, Attribute("look.opacity", "Opacity", ChannelUnit.Fraction, 1, 0, 1, CurveHue.Fern)];

    private static readonly FrozenDictionary<ObjectKind, ImmutableArray<ChannelSpec>> ByKind =
        new Dictionary<ObjectKind, ImmutableArray<ChannelSpec>>
        {
            [ObjectKind.Group] = Shared,
            [ObjectKind.Path] = Shared,
            [ObjectKind.Joint] = Shared,
            [ObjectKind.Box] = [.. Shared, Length("width", 1), Length("height", 1, CurveHue.Fern), Length("depth", 1, CurveHue.Sand), .. Surface],
            [ObjectKind.Sphere] = [.. Shared, Length("radius", 0.5), .. Surface],
            [ObjectKind.Cylinder] = [.. Shared, Length("radius", 0.5), Length("height", 1, CurveHue.Fern), .. Surface],
            [ObjectKind.Cone] = [.. Shared, Length("radius", 0.5), Length("height", 1, CurveHue.Fern), .. Surface],
            [ObjectKind.Torus] = [.. Shared, Length("radius", 0.5), Length("tube", 0.15, CurveHue.Plum), .. Surface],
            [ObjectKind.Plane] = [.. Shared, Length("width", 1), Length("depth", 1, CurveHue.Sand), .. Surface],
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

    /// <summary>What an object has besides while it follows a path.</summary>
    public static readonly ImmutableArray<ChannelSpec> OfFollowers =
        [new(Follow.Travel, "Travel", "Path", ChannelUnit.Fraction, 0, -Far, Far, []) { Hue = CurveHue.Fern }];

    /// <summary>What an object has besides while it aims at another one.</summary>
    public static readonly ImmutableArray<ChannelSpec> OfAimers =
        [new(Aim.Weight, "Weight", "Aim", ChannelUnit.Fraction, 1, 0, 1, []) { Hue = CurveHue.Plum }];

    /// <summary>By kind, and whether such an object follows a path and aims.</summary>
    private static readonly FrozenDictionary<(ObjectKind, bool, bool), ImmutableArray<ChannelSpec>> ByUse =
        (from kind in ByKind from follows in (bool[])[false, true] from aims in (bool[])[false, true] select (kind, follows, aims)).ToFrozenDictionary(
            use => (use.kind.Key, use.follows, use.aims), use => use.kind.Value.AddRange(use.follows ? OfFollowers : []).AddRange(use.aims ? OfAimers : []));

    private static readonly FrozenDictionary<ObjectKind, FrozenDictionary<string, ChannelSpec>> ByName =
        ByKind.Keys.ToFrozenDictionary(kind => kind, kind => ByUse[(kind, true, true)].ToFrozenDictionary(spec => spec.Name));

    private static readonly FrozenDictionary<string, ChannelSpec> Any =
        ByKind.Keys.SelectMany(kind => ByUse[(kind, true, true)]).DistinctBy(spec => spec.Name).ToFrozenDictionary(spec => spec.Name);

    /// <summary>All channels of a kind, in order.</summary>
    public static ImmutableArray<ChannelSpec> Of(ObjectKind kind, bool follows = false, bool aims = false) => ByUse[(kind, follows, aims)];

    /// <summary>The channel of that name; null where such an object has none.</summary>
    public static ChannelSpec? Find(ObjectKind kind, string name, bool follows = false, bool aims = false) =>
        name == Follow.Travel && !follows || name == Aim.Weight && !aims ? null : ByName[kind].GetValueOrDefault(name);

    /// <summary>The channel of that name as the first kind that has it has it; null if none has.</summary>
    public static ChannelSpec? OfAnyKind(string name) => Any.GetValueOrDefault(name);

    private static ImmutableArray<ChannelSpec> Axes(string group, string label, ChannelUnit unit, double rest, CurveShade shade) =>
        [.. new[] { CurveHue.X, CurveHue.Y, CurveHue.Z }.Select(axis =>
            new ChannelSpec($"{group}.{axis.ToString().ToLowerInvariant()}", axis.ToString(), label, unit, rest, -Far, Far, []) { Hue = axis, Shade = shade })];

    private static ChannelSpec Length(string name, double rest, CurveHue hue = CurveHue.Sky) =>
        Attribute($"shape.{name}", char.ToUpperInvariant(name[0]) + name[1..], ChannelUnit.Length, rest, 0, Far, hue);

    private static ChannelSpec Attribute(string name, string label, ChannelUnit unit, double rest, double least, double most, CurveHue hue = CurveHue.Sky) =>
        new(name, label, "Attributes", unit, rest, least, most, []) { Hue = hue };
}
