using ZestyReel.Core.Curves;

namespace ZestyReel.Core.Scenes;

/// <summary>One keyable value of an object: still at <paramref name="Still"/>, or moved by a curve.</summary>
/// <param name="Still">The value while there is no curve; kept, unused, while there is one.</param>
/// <param name="Curve">The keys, or null while the channel is still.</param>
/// <param name="Locked">Neither value nor keys can be changed by hand.</param>
public sealed record Channel(double Still, Curve? Curve = null, bool Locked = false)
{
    /// <summary>The value at a time in ticks, as its keys or its still value give it.</summary>
    public double ValueAt(double ticks) => Curve?.ValueAt(ticks) ?? Still;
}
