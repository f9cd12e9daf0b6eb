using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>What layers have of one object, by its channels, from the lowest layer up.</summary>
internal sealed class LayeredCurves
{
    /// <summary>Of an object that is in no layer.</summary>
    public static readonly LayeredCurves None = new([]);

    private readonly Dictionary<string, (Layer Layer, Curve Curve)[]> _byChannel;

    private LayeredCurves(Dictionary<string, (Layer, Curve)[]> byChannel) => _byChannel = byChannel;

    /// <summary>Those of an object.</summary>
    /// <param name="thing">The object.</param>
    /// <param name="layers">The layers that are not passed over, from the lowest up.</param>
    public static LayeredCurves Of(SceneObject thing, IReadOnlyList<Layer> layers)
    {
        var found = new List<(int At, string Channel, Curve Curve)>();
        foreach (var (name, channel) in thing.Channels)
        {
            if (!LayeredName.Is(name) || channel.Curve is not { } curve || LayeredName.LayerOf(name) is not { } id) continue;
            for (var at = 0; at < layers.Count; at++)
                if (layers[at].Id == id) found.Add((at, LayeredName.ChannelOf(name), curve));
        }
        return found.Count == 0
            ? None
            : new(found.GroupBy(each => each.Channel).ToDictionary(group => group.Key, group => group.OrderBy(each => each.At).Select(each => (layers[each.At], each.Curve)).ToArray()));
    }

    /// <summary>Whether there is nothing.</summary>
    public bool IsEmpty => _byChannel.Count == 0;

    /// <summary>The curves of a channel, with their layers.</summary>
    public (Layer Layer, Curve Curve)[] Over(string channel) => _byChannel.GetValueOrDefault(channel, []);
}
