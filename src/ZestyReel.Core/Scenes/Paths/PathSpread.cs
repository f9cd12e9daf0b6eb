namespace ZestyReel.Core.Scenes;

/// <summary>How travel along a path is spread over it.</summary>
public enum PathSpread : byte
{
    /// <summary>Equal travel is equal length.</summary>
    Even,

    /// <summary>Equal travel from each point to the next, however far that is.</summary>
    Points,
}
