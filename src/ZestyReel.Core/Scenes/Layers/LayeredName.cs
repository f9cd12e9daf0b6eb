using System.Globalization;

namespace ZestyReel.Core.Scenes;

/// <summary>
/// The name under which an object has a channel's keys in a layer: the layer's number, a stroke, and the channel, such as
/// <c>3/position.y</c>. Such a channel never has a still value: without keys the layer leaves the channel alone.
/// </summary>
public static class LayeredName
{
    /// <summary>The name of a channel in a layer.</summary>
    public static string Of(LayerId layer, string channel) => string.Create(CultureInfo.InvariantCulture, $"{layer.Value}/{channel}");

    /// <summary>The name of a channel in a layer, or in the base where none is given.</summary>
    public static string Of(LayerId? layer, string channel) => layer is { } some ? Of(some, channel) : channel;

    /// <summary>Whether a name says a layer. Names of channels start with a letter.</summary>
    public static bool Is(string name) => name.Length > 0 && char.IsAsciiDigit(name[0]);

    /// <summary>The layer that a name says; null for the base, and for what is no name of a channel in a layer.</summary>
    public static LayerId? LayerOf(string name) =>
        Is(name) && name.IndexOf('/') is > 0 and var stroke && name[0] != '0'
        && int.TryParse(name.AsSpan(0, stroke), NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? new LayerId(number) : null;

    /// <summary>The channel of a name, be it in a layer or not.</summary>
    public static string ChannelOf(string name) => LayerOf(name) is null ? name : name[(name.IndexOf('/') + 1)..];
}
