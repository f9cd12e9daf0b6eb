using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Adds one object.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">Its name; the kind's with a free number when left out.</param>
/// <param name="Parent">Its parent.</param>
/// <param name="Values">Still values that differ from the kind's defaults, by channel.</param>
public sealed record AddObject(
    ObjectKind Kind, string? Name = null, ObjectId? Parent = null, ImmutableDictionary<string, double>? Values = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Add {Name ?? Kind.ToString().ToLowerInvariant()}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Kind == ObjectKind.Path) throw new Refusal("kind", "a path is added with its points, by addPath");
        if (Kind == ObjectKind.Mesh) throw new Refusal("kind", "a mesh comes out of a file; bring one in");
        var added = Added(scene, Kind, Name, Parent);
        foreach (var (channel, value) in Values ?? [])
        {
            var place = $"values.{Names.Shown(channel)}";
            added = added.WithChannel(channel, new Channel(added.Spec(channel, place).Checked(value, place)));
        }
        return scene.With(added);
    }

    /// <summary>A new object of a scene, which is not in it yet.</summary>
    /// <exception cref="Refusal">There is no room, no such kind or parent, or the name is taken.</exception>
    internal static SceneObject Added(Scene scene, ObjectKind kind, string? wanted, ObjectId? parent)
    {
        if (scene.Objects.Count >= Scene.MostObjects)
            throw new Refusal("object", $"a scene has room for {Scene.MostObjects} objects");
        if (!Enum.IsDefined(kind)) throw new Refusal("kind", "there is no such kind of object");
        if (parent is { } above) scene.Object(above, "parent");
        var taken = scene.ObjectNames();
        var name = wanted is null ? Names.Free(kind.ToString(), taken) : Names.Checked(wanted, "name");
        if (taken.Contains(name)) throw new Refusal("name", $"there is an object called {name} already; names are unique in a scene");
        return new SceneObject(
            scene.NextObjectId(), name, kind, parent,
            scene.Objects.IsEmpty ? 0 : scene.Objects.Values.Max(o => o.Place) + 1,
            RotationOrder.Xyz, ImmutableSortedDictionary<string, Channel>.Empty, Text: kind == ObjectKind.Text ? TextBody.Usual : null);
    }
}
