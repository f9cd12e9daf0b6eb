namespace ZestyReel.Core.Edits;

/// <summary>What happens where a key would land on another.</summary>
public enum WhenKeysMeet
{
    /// <summary>Nothing is done at all; see <see cref="KeyClash"/>.</summary>
    Stop,

    /// <summary>The key that lands takes the other's place.</summary>
    Replace,

    /// <summary>Both stay: the key that lands stands a tick behind.</summary>
    KeepBoth,
}
