namespace ZestyReel.Core.Scenes;

/// <summary>What source time does before and after a warp's keys.</summary>
public enum WarpBeyond
{
    /// <summary>Runs on at normal speed.</summary>
    RunOn,

    /// <summary>Stops at the end key's source time.</summary>
    Stop,
}
