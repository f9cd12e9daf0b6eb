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
    /// <param name="scene">The scene.</param>
    /// <param name="effort">Told how far it is, where that takes long, and calls it off.</param>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    /// <exception cref="OperationCanceledException">It has been called off.</exception>
    public (Scene After, SceneChange Change) Changed(Scene scene, Effort? effort = null)
    {
        var after = Following(scene, Effort.Within(effort, () => Make(scene)).WithoutLost(scene));
        var change = SceneChange.Between(scene, after);
        ChangeRules.Check(change, after);
        return (after, change);
    }

    /// <summary>Whether it may take so long that others are not to wait behind it on the same line.</summary>
    public virtual bool MayTakeLong() => false;

    /// <summary>Whether it says itself what the work range is to be.</summary>
    protected virtual bool SetsWorkRange => false;

    /// <summary>Where the work range was the whole scene, it stays the whole scene.</summary>
    private Scene Following(Scene before, Scene after) =>
        !SetsWorkRange && before.Settings.Work == before.Settings.Range && after.Settings.Range != before.Settings.Range
            ? after with { Settings = after.Settings with { Work = after.Settings.Range } }
            : after;

    /// <summary>The scene after the edit as a part of another one, whose rules are looked at once, at its end.</summary>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    internal Scene Within(Scene scene) => Make(scene).WithoutLost(scene);

    /// <summary>Does what the edit is for; the rules are looked at afterwards.</summary>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    protected abstract Scene Make(Scene scene);
}
