using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Closes or opens a path, or sets what equal travel on it means.</summary>
/// <param name="Path">The path.</param>
/// <param name="Closed">Whether it goes on from the last point to the first; as it is when left out.</param>
/// <param name="Spread">What equal travel means; as it is when left out.</param>
public sealed record SetPath(ObjectId Path, bool? Closed = null, PathSpread? Spread = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Closed is { } closed
        ? $"{(closed ? "Close" : "Open")} {scene.Object(Path).Name}"
        : $"Spread of {scene.Object(Path).Name}: {(Spread == PathSpread.Points ? "by points" : "by length")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, shape) = scene.Path(Path);
        return scene.WithPath(thing, shape with { Closed = Closed ?? shape.Closed, Spread = Spread ?? shape.Spread });
    }
}
