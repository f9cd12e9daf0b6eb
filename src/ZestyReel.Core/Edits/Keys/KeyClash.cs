using System.Globalization;

namespace ZestyReel.Core.Edits;

/// <summary>Keys would land on others, and nobody has said what to do then.</summary>
/// <param name="count">How many would.</param>
/// <param name="frame">Where the first of them would land; may lie between frames.</param>
public sealed class KeyClash(int count, double frame) : Refusal("keys", string.Create(
    CultureInfo.InvariantCulture,
    $"{(count == 1 ? "a key" : $"{count} keys")} would land on {(count == 1 ? "another" : "others")}, at frame {frame:0.###}; replace what stands there, keep both a tick apart, or move them elsewhere"))
{
    /// <summary>How many keys would land on others.</summary>
    public int Count { get; } = count;
    /// <summary>The frame of the first of them.</summary>
    public double Frame { get; } = frame;
}
