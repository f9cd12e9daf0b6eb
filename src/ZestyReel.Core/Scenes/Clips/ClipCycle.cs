namespace ZestyReel.Core.Scenes;

/// <summary>What a placed clip does when it has been played through.</summary>
public enum ClipCycle
{
    /// <summary>Stands at its end; run backwards, at its start.</summary>
    Once,

    /// <summary>Starts anew.</summary>
    Repeat,

    /// <summary>Starts anew, each cycle from where the last one ended.</summary>
    RepeatOffset,
}
