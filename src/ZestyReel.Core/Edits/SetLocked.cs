using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Locks channels, so that neither their values nor their keys can be changed by hand, or unlocks them.</summary>
public sealed record SetLocked(ImmutableArray<ChannelValue> Channels, bool Locked) : Edit
{
    public override string Title(Scene scene) =>
        $"{(Locked ? "Lock" : "Unlock")} {ChannelWords.Of(scene, Channels.Select(c => (c.Object, c.Channel)))}";

    public override Scene Apply(Scene scene)
    {
        if (Channels.IsDefaultOrEmpty) throw new Refusal("channels", "select at least one channel");
        foreach (var (id, name, _) in Channels)
        {
            var thing = scene.Object(id, "channels.object");
            thing.Spec(name, "channels.channel");
            scene = scene.With(thing.WithChannel(name, thing.Channel(name) with { Locked = Locked }));
        }
        return scene;
    }
}
