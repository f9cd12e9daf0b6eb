using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>Turns layers into messages.</summary>
internal static class LayerWire
{
    /// <summary>What base and layers give to a channel.</summary>
    public static LayerShareMessage[] Shares(Scene scene, ObjectId id, string channel, Tick moment) =>
        [.. LayerShare.Of(scene, id, channel, moment).Select(share => new LayerShareMessage(share.Layer?.Id.Value ?? 0, share.Own, share.Strength, share.After))];

    /// <summary>A layer with its strength; its keys are told as channels of objects.</summary>
    public static LayerMessage Message(Layer layer) => new(
        layer.Id.Value, layer.Name, layer.Place, layer.Letter.ToString(), layer.Mode, layer.On, layer.Solo, layer.Locked, layer.Peel,
        SceneWire.Channel(CurveRef.Of(layer.Id), layer.Strength));
}
