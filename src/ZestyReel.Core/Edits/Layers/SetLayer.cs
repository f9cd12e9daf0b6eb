using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Changes a layer. What is left out stays. Its strength is set and keyed as any channel is.</summary>
/// <param name="Layer">Which one.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Mode">What it does with what is below.</param>
/// <param name="On">Whether it does anything.</param>
/// <param name="Solo">Whether all that are not solo are passed over.</param>
/// <param name="Locked">Whether its keys and its strength can be changed by hand.</param>
/// <param name="Peel">What it is told by.</param>
public sealed record SetLayer(
    LayerId Layer, string? Name = null, LayerMode? Mode = null, bool? On = null, bool? Solo = null, bool? Locked = null, LayerPeel? Peel = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var name = scene.Layer(Layer).Name;
        if (Name is not null && Name != name) return $"Rename layer {name} to {Name}";
        if (On is { } on) return $"Switch {name} {(on ? "on" : "off")}";
        if (Solo is { } solo) return solo ? $"Solo {name}" : $"Solo of {name} off";
        if (Locked is { } locked) return $"{(locked ? "Lock" : "Unlock")} {name}";
        return Mode is { } mode ? $"{name} {(mode == LayerMode.Add ? "adds" : "overrides")}" : $"Peel of {name}";
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var layer = scene.Layer(Layer);
        if (layer.Locked && Locked is not false && Mode is not null) throw new Refusal("mode", $"{layer.Name} is locked; unlock it first");
        return scene.With(layer with
        {
            Name = Name is null ? layer.Name : Names.Checked(Name, "name"),
            Mode = Mode ?? layer.Mode,
            On = On ?? layer.On,
            Solo = Solo ?? layer.Solo,
            Locked = Locked ?? layer.Locked,
            Peel = Peel ?? layer.Peel,
        });
    }
}
