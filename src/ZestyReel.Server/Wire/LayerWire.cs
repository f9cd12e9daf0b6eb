using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Wire;

/// <summary>Turns layers into messages.</summary>
internal static class LayerWire
{
    /// <summary>A layer with its strength; its keys are told as channels of objects.</summary>
    public static LayerMessage Message(Layer layer) => new(
        layer.Id.Value, layer.Name, layer.Place, layer.Letter.ToString(), layer.Mode, layer.On, layer.Solo, layer.Locked, layer.Peel,
        SceneWire.Channel(CurveRef.Of(layer.Id), layer.Strength));
}
