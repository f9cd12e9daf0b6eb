using System.Collections.Immutable;
using System.Runtime.InteropServices;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Puts keys at new times among others, on one channel after the other, and counts where they meet.</summary>
internal sealed class KeyPlacing(FrameRate rate, WhenKeysMeet way)
{
    private int _clashes;
    private Tick _first;

    /// <summary>The keys of a channel: those that stay, and those that are placed.</summary>
    /// <param name="staying">In rising time.</param>
    /// <param name="placed">In any order.</param>
    public ImmutableArray<Key> Placed(IEnumerable<Key> staying, IEnumerable<Key> placed)
    {
        Key[] stay = [.. staying], put = [.. placed];
        Array.Sort(put, (a, b) => a.Time.CompareTo(b.Time));
        foreach (var key in put)
            if (!key.Time.IsWithinReach) throw new Refusal("keys", "a key would land out of reach");
        return Merged(stay, put) ?? Met(stay, put);
    }

    /// <summary>Both in rising time; null where two meet.</summary>
    private static ImmutableArray<Key>? Merged(Key[] stay, Key[] put)
    {
        var all = new Key[stay.Length + put.Length];
        for (int i = 0, s = 0, p = 0; i < all.Length; i++)
        {
            all[i] = p == put.Length || (s < stay.Length && stay[s].Time < put[p].Time) ? stay[s++] : put[p++];
            if (i > 0 && all[i].Time == all[i - 1].Time) return null;
        }
        return ImmutableCollectionsMarshal.AsImmutableArray(all);
    }

    private ImmutableArray<Key> Met(Key[] staying, Key[] placed)
    {
        var all = new SortedDictionary<Tick, Key>();
        foreach (var key in staying) all[key.Time] = key;
        // Where a key may look next for room, so that many on one time do not each walk past all the others.
        var ahead = new Dictionary<Tick, Tick>();
        foreach (var key in placed)
        {
            if (!all.ContainsKey(key.Time)) all[key.Time] = key;
            else if (way == WhenKeysMeet.Replace) all[key.Time] = key;
            else if (way == WhenKeysMeet.KeepBoth)
            {
                var time = key.Time;
                while (all.ContainsKey(time)) time = ahead.TryGetValue(time, out var further) ? further : new Tick(time.Value + 1);
                ahead[key.Time] = new Tick(time.Value + 1);
                all[time] = key with { Time = time };
            }
            else if (_clashes++ == 0 || key.Time < _first) _first = key.Time;
        }
        return [.. all.Values];
    }

    /// <exception cref="KeyClash">Keys met, and the way is to stop.</exception>
    public void Finish()
    {
        if (_clashes > 0) throw new KeyClash(_clashes, rate.FrameOf(_first.Value));
    }
}
