using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Adds several paths at once, each through points of the world, with its own place in their middle.</summary>
/// <param name="Paths">The paths; a name that is taken gets a number.</param>
public sealed record AddPaths(ImmutableArray<DrawnPath> Paths) : Edit
{
    /// <summary>Most paths added at once.</summary>
    public const int Most = 2_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => Paths.Length == 1 ? $"Add {Paths[0].Name}" : $"Add {Paths.Length} paths";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Paths.IsDefaultOrEmpty) throw new Refusal("paths", "there is no path to add");
        if (Paths.Length > Most) throw new Refusal("paths", $"{Most} paths are the most that are added at once");
        if (scene.Objects.Count + Paths.Length > Scene.MostObjects) throw new Refusal("paths", $"a scene has room for {Scene.MostObjects} objects");
        var names = new FreeNames(scene.ObjectNames());
        foreach (var (name, points, closed) in Paths) scene = new AddPath(points, closed, names.Take(Names.Checked(name, "name"))).Within(scene);
        return scene;
    }
}

/// <summary>A path to be added.</summary>
/// <param name="Name">What it is to be called.</param>
/// <param name="Points">Its points, in the world.</param>
/// <param name="Closed">Whether it goes on from the last to the first.</param>
public sealed record DrawnPath(string Name, ImmutableArray<PathPoint> Points, bool Closed = false);
