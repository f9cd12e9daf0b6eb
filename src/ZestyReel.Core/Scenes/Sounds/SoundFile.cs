using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>The file of a sound, as far as the scene needs to know it.</summary>
/// <param name="Asset">The file.</param>
/// <param name="Name">What it is called, for people.</param>
/// <param name="Rate">Samples a second.</param>
/// <param name="Samples">How many samples each of its channels has.</param>
public sealed record SoundFile(AssetHash Asset, string Name, int Rate, long Samples)
{
    /// <summary>How long so many of its samples last, in ticks; whole ones at every usual rate.</summary>
    public long After(long samples) => (long)Math.Round((decimal)samples * Tick.PerSecond / Rate);
}
