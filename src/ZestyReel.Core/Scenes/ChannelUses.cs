namespace ZestyReel.Core.Scenes;

/// <summary>What gives an object more channels than its kind has.</summary>
[Flags]
public enum ChannelUses
{
    /// <summary>Nothing does.</summary>
    None = 0,
    /// <summary>It follows a path.</summary>
    Follows = 1,
    /// <summary>It aims at another object.</summary>
    Aims = 2,
    /// <summary>It sways, whatever sways of it.</summary>
    Sways = 4,
    /// <summary>Some of its position sways.</summary>
    SwaysPosition = 8,
    /// <summary>Some of its rotation sways.</summary>
    SwaysRotation = 16,
    /// <summary>Some of its scale sways.</summary>
    SwaysScale = 32,
    /// <summary>Something else of it sways.</summary>
    SwaysOther = 64,
    /// <summary>It lags.</summary>
    Lags = 128,
    /// <summary>It falls and bounces.</summary>
    Bounces = 256,
    /// <summary>It becomes clear along a direction.</summary>
    Fades = 512,
}
