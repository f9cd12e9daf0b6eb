using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Sets what the channels of a deformer do not say. Under another name its channels are called otherwise, and what points at them follows.</summary>
/// <param name="Object">Whose.</param>
/// <param name="Deformer">Which one, by name.</param>
/// <param name="Name">Another name; as it is when left out, and so are the others.</param>
/// <param name="Axis">Along which axis.</param>
/// <param name="KeptWithin">Whether it ends at its foot and its head.</param>
/// <param name="OneWay">Whether a taper or a bulge acts along its direction only.</param>
/// <param name="On">Whether it does anything.</param>
public sealed record SetDeformer(ObjectId Object, string Deformer, string? Name = null, Axis? Axis = null, bool? KeptWithin = null, bool? OneWay = null, bool? On = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        Name is not null ? $"Rename {Deformer} of {scene.Object(Object).Name}"
        : On is { } on ? $"Switch {Deformer} of {scene.Object(Object).Name} {(on ? "on" : "off")}"
        : $"Set {Deformer} of {scene.Object(Object).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, stack, at) = DeformerEdits.Find(scene, Object, Deformer);
        var was = stack[at];
        var now = was with { Name = Name is null ? was.Name : DeformerRules.NameChecked(Name, "name"), Axis = Axis ?? was.Axis, Within = KeptWithin ?? was.Within, OneWay = OneWay ?? was.OneWay, On = On ?? was.On };
        if (now.Name != was.Name && stack.IndexOf(now.Name) >= 0) throw new Refusal("name", $"{thing.Name} has a deformer called \"{now.Name}\" already");
        return now.Name == was.Name ? scene.With(thing.Deforming(stack.Select((each, i) => i == at ? now : each))) : new DeformerRenaming(thing, was, now).In(scene);
    }
}
