using System.Text.Json;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads the list of layers; their keys go to the objects that have them.</summary>
internal sealed class LayerReader(KeyReader keys, Dictionary<string, SceneObject> byName)
{
    /// <param name="list">The list.</param>
    public List<Layer> Read(Node list)
    {
        var layers = new List<Layer>();
        var names = new HashSet<string>();
        foreach (var item in list.Items())
        {
            if (item.Fields(["name"], ["mode", "on", "solo", "locked", "peel", "strength", "channels"]) is not { } fields) continue;
            bool Truth(string field, bool rest) => fields.TryGetValue(field, out var node) ? node.Truth() ?? rest : rest;
            var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text ? nameNode.Guarded(() => Names.Checked(text, "")) : null;
            if (name is not null && !names.Add(name)) nameNode.Fault($"there is a layer called {name} already");
            var mode = fields.TryGetValue("mode", out var modeNode) ? modeNode.Word<LayerMode>() : LayerMode.Add;
            var peel = fields.TryGetValue("peel", out var peelNode) ? peelNode.Word<LayerPeel>() : LayerPeel.Bergamot;
            var strength = fields.TryGetValue("strength", out var strengthNode) ? ObjectReader.ReadPlain(strengthNode, LayerStrength.Spec, keys) : Layer.Whole;
            var id = new LayerId(layers.Count + 1);
            if (fields.TryGetValue("channels", out var channels)) ReadChannels(channels, id);
            if (name is not null && mode is { } how && peel is { } colour && strength is not null)
                layers.Add(new(id, name, layers.Count, how, Truth("on", true), Truth("solo", false), Truth("locked", false), colour, strength));
        }
        return layers;
    }

    private void ReadChannels(Node node, LayerId layer)
    {
        if (node.Element.ValueKind != JsonValueKind.Object)
        {
            _ = node.Channels().Any();
            return;
        }
        foreach (var member in node.Element.EnumerateObject())
        {
            var value = node with { Element = member.Value, Place = $"{node.Place}[\"{Names.Shown(member.Name)}\"]" };
            var parts = member.Name.Split('/', 2);
            if (parts.Length < 2 || !byName.TryGetValue(parts[0], out var thing)) value.Fault("there is no such object; a channel is named by its object, a stroke and its name");
            else if (LayeredName.Is(parts[1]) || thing.Find(parts[1]) is not { } spec) value.Fault($"{thing.Name} has no such channel");
            else if (ObjectReader.ReadChannel(value, spec.InLayer(layer), keys) is { } channel)
            {
                if (channel is { Curve: not null, Locked: false }) byName[parts[0]] = thing.WithChannel(LayeredName.Of(layer, spec.Name), channel);
                else value.Fault("in a layer a channel has keys, and nothing else");
            }
        }
    }
}
