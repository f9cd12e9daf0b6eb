namespace ZestyReel.Core.Clips;

/// <summary>What a placed clip does when it has been played through.</summary>
public enum ClipRounds
{
    /// <summary>Stands at its end; run backwards, at its start.</summary>
    Once,

    /// <summary>Starts anew.</summary>
    Repeat,

    /// <summary>Starts anew, each round from where the last one ended.</summary>
    RepeatOffset,
}
