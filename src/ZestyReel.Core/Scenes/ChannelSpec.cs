using System.Collections.Immutable;
using System.Globalization;
using ZestyReel.Core.Curves;

namespace ZestyReel.Core.Scenes;

/// <summary>What is known of a channel beforehand.</summary>
/// <param name="Name">As in the scene file, such as <c>position.x</c>.</param>
/// <param name="Label">For people, such as <c>X</c> under <c>Position</c>.</param>
/// <param name="Group">Where it stands in the values panel: Position, Rotation, Scale or Attributes.</param>
/// <param name="Unit">What the number means.</param>
/// <param name="Default">The value of a new object.</param>
/// <param name="Least">The smallest value taken.</param>
/// <param name="Most">The largest value taken.</param>
/// <param name="Choices">Names of the choices, for <see cref="ChannelUnit.Choice"/>.</param>
public sealed record ChannelSpec(
    string Name,
    string Label,
    string Group,
    ChannelUnit Unit,
    double Default,
    double Least,
    double Most,
    ImmutableArray<string> Choices)
{
    /// <summary>What its curve is drawn in.</summary>
    public required CurveHue Hue { get; init; }

    /// <summary>How its curve is told apart from others of that hue.</summary>
    public CurveShade Shade { get; init; }

    /// <summary>What people call it, wherever it stands: <c>Position X</c>, <c>Opacity</c>.</summary>
    public string FullName => Group is "Attributes" or "Time" or "Sound" ? Label : $"{Group} {Label}";

    /// <summary>Such channels jump; nothing lies between their values.</summary>
    public bool HoldsOnly => Unit is ChannelUnit.OnOff or ChannelUnit.Choice or ChannelUnit.Count;

    /// <summary>Whether it is a part of where an object is, how it is turned, or how large it is.</summary>
    public bool IsOfTransform => Group is "Position" or "Rotation" or "Scale";

    /// <summary>The nearest value that the channel can have; a curve may overshoot. There is one zero, not two.</summary>
    public double Within(double value) => Math.Clamp(value, Least, Most) + 0.0;

    /// <summary>The nearest key that the channel can have: within its limits, and holding whole values where it holds only.</summary>
    public Key Fitted(Key key) => HoldsOnly
        ? new Key(key.Time, Within(Math.Round(key.Value)), Interpolation.Hold, Interpolation.Hold)
        : key with { Value = Within(key.Value) };

    /// <summary>The same in a layer, where a number may be added to another one and is not kept to its limits.</summary>
    public ChannelSpec InLayer(LayerId layer) => HoldsOnly
        ? this with { Name = LayeredName.Of(layer, Name) }
        : this with { Name = LayeredName.Of(layer, Name), Default = 0, Least = -ChannelCatalogue.Far, Most = ChannelCatalogue.Far };

    /// <exception cref="Refusal">The key's value is not one that the channel can have.</exception>
    public Key Checked(Key key, string place) => key with { Value = Checked(key.Value, place) };

    /// <exception cref="Refusal">The value is not one that the channel can have.</exception>
    public double Checked(double value, string place)
    {
        if (!double.IsFinite(value)) throw new Refusal(place, "the value is not a finite number");
        if (HoldsOnly && value != Math.Floor(value))
            throw new Refusal(place, $"{Name} takes whole numbers only");
        if (value < Least || value > Most)
            throw new Refusal(place, string.Create(CultureInfo.InvariantCulture, $"{Name} takes {Least} to {Most}, not {value}"));
        return value + 0.0;
    }
}
