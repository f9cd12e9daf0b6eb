using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>One thing that a person does to a scene: checked and applied whole, or refused.</summary>
public abstract record Edit
{
    /// <summary>What the history calls it, told of the scene before the edit.</summary>
    public abstract string Title(Scene scene);

    /// <summary>The scene after the edit, which keeps to the rules of scenes; see <see cref="SceneRules"/>.</summary>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    public Scene Apply(Scene scene) => Changed(scene).After;

    /// <summary>The scene after the edit, and what the edit changed.</summary>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    public (Scene After, SceneChange Change) Changed(Scene scene)
    {
        var after = Make(scene);
        var change = SceneChange.Between(scene, after);
        ChangeRules.Check(change, after);
        return (after, change);
    }

    /// <summary>Does what the edit is for; the rules are looked at afterwards.</summary>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    protected abstract Scene Make(Scene scene);
}
