namespace ZestyReel.Core.Curves;

/// <summary>Frees keys from their neighbours.</summary>
public static class PlainSides
{
    /// <summary>The same curve with no side that leans on a neighbour, so that keys can be moved about.</summary>
    public static Curve Plain(this Curve curve)
    {
        var keys = curve.Keys.ToBuilder();
        for (var i = 0; i < curve.Segments.Length; i++)
        {
            var segment = curve.Segments[i];
            if (segment.Held) continue;
            if (keys[i].Out.LeansOnNeighbours()) keys[i] = keys[i] with { Out = Interpolation.Free, OutHandle = segment.OutHandle };
            if (keys[i + 1].In.LeansOnNeighbours()) keys[i + 1] = keys[i + 1] with { In = Interpolation.Free, InHandle = segment.InHandle };
        }
        return curve.WithKeys(keys.ToImmutable());
    }

    /// <summary>The keys of a stretch that is played back to front between two times.</summary>
    /// <param name="keys">The keys of the stretch.</param>
    /// <param name="first">The earlier time.</param>
    /// <param name="last">The later time.</param>
    /// <remarks>A hold then jumps right after its first key instead of at its last one, which takes a key of its own a tick later.</remarks>
    public static IEnumerable<Key> BackToFront(IReadOnlyList<Key> keys, Time.Tick first, Time.Tick last)
    {
        for (var i = keys.Count - 1; i >= 0; i--)
        {
            var key = keys[i].TurnedInTime(first, last);
            var isHeld = i > 0 && (keys[i].In == Interpolation.Hold || keys[i - 1].Out == Interpolation.Hold);
            yield return isHeld ? key with { Out = Interpolation.Hold } : key;
            if (isHeld && keys[i - 1].Value != key.Value && (keys[i].Time - keys[i - 1].Time).Value > 1)
                yield return new(key.Time + new Time.TickSpan(1), keys[i - 1].Value, Interpolation.Hold, Interpolation.Hold);
        }
    }
}
