using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Switches loose motion of a kind on or off for those of some objects that have it.</summary>
/// <param name="Objects">The objects.</param>
/// <param name="Kind">Which of it.</param>
/// <param name="On">Whether it is on.</param>
public sealed record SwitchLoose(ImmutableArray<ObjectId> Objects, LooseKind Kind, bool On) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"{Kind} of {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} {(On ? "on" : "off")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Enum.IsDefined(Kind)) throw new Refusal("kind", "there is no such loose motion");
        return LooseEdits.Each(scene, Objects, (thing, _) => Kind switch
        {
            LooseKind.Sway => thing.Sway is { } sway ? thing with { Sway = sway with { On = On } } : thing,
            LooseKind.Lag => thing.Lag is { } lag ? thing with { Lag = lag with { On = On } } : thing,
            _ => thing.Bounce is { } bounce ? thing with { Bounce = bounce with { On = On } } : thing,
        });
    }
}
