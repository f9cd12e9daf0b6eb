namespace ZestyReel.Core.Scenes;

/// <summary>What every layer keeps to.</summary>
public static class LayerRules
{
    /// <exception cref="Refusal">The layer breaks a rule.</exception>
    public static void Check(Layer layer)
    {
        Names.Checked(layer.Name, "name");
        if (layer.Name == Layer.Base) throw new Refusal("name", $"{Layer.Base} is what lies below all layers; take another name");
        if (layer.Id.Value <= 0) throw new Refusal("layer", "a layer has a number above 0");
        if (!Enum.IsDefined(layer.Mode)) throw new Refusal("mode", "there is no such mode");
        if (!Enum.IsDefined(layer.Peel)) throw new Refusal("peel", "there is no such peel");
        if (layer.Strength.Locked) throw new Refusal("strength", "a strength is locked with its layer");
        SceneRules.Check(LayerStrength.Spec, layer.Strength, "strength");
    }

    /// <exception cref="Refusal">Two layers have one name, there are too many, or keys are of a layer that is not there.</exception>
    public static void CheckTies(Scene scene)
    {
        if (scene.Layers.Count > Layer.MostInScene) throw new Refusal("layers", $"a scene has room for {Layer.MostInScene} layers; merge or delete one first");
        SceneTies.AreUnique(scene.Layers.Values.Select(layer => layer.Name), "a layer");
        foreach (var thing in scene.Objects.Values)
            foreach (var name in thing.Channels.Keys)
                if (LayeredName.Is(name)) scene.Layer(LayeredName.LayerOf(name) ?? throw new Refusal("channel", $"a layer cannot have the channel {Names.Shown(name)}"));
    }
}
