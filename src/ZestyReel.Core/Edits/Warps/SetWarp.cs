using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Renames a warp, switches it on or off, or says what happens beyond its ends.</summary>
public sealed record SetWarp(WarpId Warp, string? Name = null, bool? On = null, WarpBeyond? Beyond = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => (On, Beyond) switch
    {
        ({ } on, _) => $"Switch {scene.Warp(Warp).Name} {(on ? "on" : "off")}",
        (_, WarpBeyond.Stop) => $"{scene.Warp(Warp).Name} stops beyond its ends",
        (_, WarpBeyond.RunOn) => $"{scene.Warp(Warp).Name} runs on beyond its ends",
        _ => $"Rename warp {scene.Warp(Warp).Name} to {Name}",
    };

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var warp = scene.Warp(Warp);
        if (Name is not null)
        {
            var name = Names.Checked(Name, "name");
            if (scene.Warps.Values.Any(other => other.Id != Warp && other.Name == name))
                throw new Refusal("name", $"there is a warp called {name} already; names are unique");
            warp = warp with { Name = name };
        }
        if (Beyond is { } beyond && !Enum.IsDefined(beyond)) throw new Refusal("beyond", "there is no such way beyond the ends");
        return scene.With(warp with { On = On ?? warp.On, Beyond = Beyond ?? warp.Beyond });
    }
}
