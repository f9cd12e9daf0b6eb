namespace ZestyReel.Core.Scenes;

/// <summary>What is left of a placed clip after its end.</summary>
public enum ClipAfter
{
    /// <summary>Nothing: the object is where it would be without it.</summary>
    LetGo,

    /// <summary>Its last values, until another clip with the same channel starts.</summary>
    Hold,
}
