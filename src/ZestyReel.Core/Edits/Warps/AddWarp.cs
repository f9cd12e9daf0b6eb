using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Adds a warp that changes nothing yet: straight from the first frame of the scene range to the last.</summary>
/// <param name="Name">What it is called; left out, it gets a name.</param>
/// <param name="Targets">What it covers; left out, the whole scene.</param>
public sealed record AddWarp(string? Name = null, ImmutableArray<TimeTarget>? Targets = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Add warp {Name}".TrimEnd();

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var id = scene.NextWarpId();
        var taken = scene.Warps.Values.Select(warp => warp.Name).ToHashSet();
        var name = Name is null ? Names.Free("Time flow", taken) : Names.Checked(Name, "name");
        if (taken.Contains(name)) throw new Refusal("name", $"there is a warp called {name} already; names are unique");
        var curve = new Curve([PlainAt(scene, scene.Settings.Range.First), PlainAt(scene, scene.Settings.Range.Last)]);
        return scene.With(new Warp(id, name, true, SetWarpTargets.Checked(scene, Targets), WarpBeyond.RunOn, curve));
    }

    private static Key PlainAt(Scene scene, long frame) => new(
        scene.Rate.StartOf(frame), scene.Rate.StartOf(frame).Value, Interpolation.Linear, Interpolation.Linear);
}
