using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Gives an object another name.</summary>
public sealed record RenameObject(ObjectId Object, string Name) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Rename {scene.Object(Object).Name} to {Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var named = scene.Object(Object) with { Name = Names.Checked(Name, "name") };
        if (scene.Find(named.Name) is { } other && other.Id != Object)
            throw new Refusal("name", $"there is an object called {named.Name} already; names are unique in a scene");
        return scene.With(named);
    }
}
