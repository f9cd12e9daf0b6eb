using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts single wild values back on the line between their neighbours.</summary>
/// <param name="Keys">The keys that are looked at.</param>
/// <remarks>
/// A value is a spike where it lies further from the median of the seven about it than three times their scaled median
/// deviation (Hampel's identifier; 1.4826 scales it to a normal distribution's deviation).
/// </remarks>
public sealed record RemoveSpikes(ImmutableArray<KeySet> Keys) : Edit
{
    private const int Beside = 3;
    private const double Deviations = 3, ToNormal = 1.4826;

    /// <inheritdoc/>
    public override bool MayTakeLong() => ChannelKeys.AreMany(Keys);

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Remove spikes among {ChannelWords.Keys(Keys)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var found = 0;
        scene = scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly) throw new Refusal("keys", $"{spec.Name} takes whole values only");
            var curve = channel.Curve!;
            var spikes = curve.PlacesOf(times).Where(at => IsSpike(curve.Keys, at)).Order().ToList();
            found += spikes.Count;
            var keys = curve.Keys.ToBuilder();
            foreach (var at in spikes) keys[at] = keys[at] with { Value = Between(curve.Keys, spikes, at) };
            return channel with { Curve = curve.WithKeys(keys.ToImmutable()) };
        });
        return found > 0 ? scene : throw new Refusal("keys", "no spike was found among the selected keys");
    }

    private static bool IsSpike(ImmutableArray<Key> keys, int at)
    {
        if (at == 0 || at == keys.Length - 1) return false;
        var near = keys.AsSpan()[Math.Max(0, at - Beside)..Math.Min(keys.Length, at + Beside + 1)].ToArray().Select(key => key.Value).ToArray();
        var middle = Median(near);
        var spread = ToNormal * Median(Array.ConvertAll(near, value => Math.Abs(value - middle)));
        // A curve that runs evenly up or down spreads its values by itself; a spike also stands out from both neighbours the same way.
        double before = keys[at].Value - keys[at - 1].Value, after = keys[at].Value - keys[at + 1].Value;
        return before * after > 0 && Math.Abs(keys[at].Value - middle) > Deviations * spread;
    }

    /// <summary>The value on the line between the nearest keys on both sides that are no spikes themselves.</summary>
    private static double Between(ImmutableArray<Key> keys, List<int> spikes, int at)
    {
        int left = at - 1, right = at + 1;
        while (left > 0 && spikes.BinarySearch(left) >= 0) left--;
        while (right < keys.Length - 1 && spikes.BinarySearch(right) >= 0) right++;
        var part = (double)(keys[at].Time - keys[left].Time).Value / (keys[right].Time - keys[left].Time).Value;
        return keys[left].Value + (keys[right].Value - keys[left].Value) * part;
    }

    private static double Median(double[] values)
    {
        var sorted = (double[])values.Clone();
        Array.Sort(sorted);
        return (sorted[(sorted.Length - 1) / 2] + sorted[sorted.Length / 2]) / 2;
    }
}
