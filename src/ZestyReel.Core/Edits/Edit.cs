using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>One thing that a person does to a scene: checked and applied whole, or refused.</summary>
public abstract record Edit
{
    /// <summary>What the history calls it, told of the scene before the edit.</summary>
    public abstract string Title(Scene scene);

    /// <summary>The scene after the edit.</summary>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    public abstract Scene Apply(Scene scene);
}
