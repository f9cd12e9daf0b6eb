using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Sets the values of still channels.</summary>
public sealed record SetValues(ImmutableArray<ChannelValue> Values) : Edit
{
    public override string Title(Scene scene) => $"Set {ChannelWords.Of(scene, Values.Select(v => (v.Object, v.Channel)))}";

    public override Scene Apply(Scene scene)
    {
        if (Values.IsDefaultOrEmpty) throw new Refusal("values", "give at least one value");
        for (var i = 0; i < Values.Length; i++)
        {
            var (id, name, value) = Values[i];
            var place = $"values[{i}]";
            var thing = scene.Object(id, $"{place}.object");
            var spec = thing.Spec(name, $"{place}.channel");
            if (thing.Unlocked(name, place).Curve is not null)
                throw new Refusal(place, $"{thing.Name}'s {name} has keys; set a key instead of a still value");
            if (value is not { } number) throw new Refusal($"{place}.value", "a still channel needs a value");
            scene = scene.With(thing.WithChannel(name, new Channel(spec.Checked(number, $"{place}.value"))));
        }
        return scene;
    }
}
