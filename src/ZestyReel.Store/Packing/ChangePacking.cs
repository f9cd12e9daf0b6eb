using System.Collections.Immutable;
using MessagePack;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using Keys = System.Collections.Immutable.ImmutableSortedDictionary<string, System.Collections.Immutable.ImmutableArray<ZestyReel.Core.Curves.Key>>;

namespace ZestyReel.Store.Packing;

/// <summary>
/// Packs a change for the history: of each row what differs, of each curve the keys that differ and where they stand.
/// The other side of a step is made from the scene that is stepped from. Histories of packing 1 have rows whole.
/// </summary>
public static class ChangePacking
{
    /// <summary>How changes are packed now.</summary>
    public const int Packing = 2;

    /// <summary>A change as it stands in the history: what differs.</summary>
    public static byte[] Pack(SceneChange change) => MessagePackSerializer.Serialize(change.Rows.Select(Difference).ToArray());

    /// <summary>What a step does to the scene that it starts from.</summary>
    /// <param name="packing">How the bytes are packed.</param>
    /// <param name="bytes">A packed change.</param>
    /// <param name="from">The scene after the change, or before it.</param>
    /// <param name="back">Whether the change is taken back.</param>
    /// <exception cref="InvalidDataException">The bytes do not belong to this scene.</exception>
    public static SceneChange Step(int packing, byte[] bytes, Scene from, bool back)
    {
        if (packing == 1)
        {
            var whole = new SceneChange([.. MessagePackSerializer.Deserialize<RowImage[]>(bytes).Select(Whole)]);
            return back ? whole.Reversed() : whole;
        }
        return new([.. MessagePackSerializer.Deserialize<RowDifference[]>(bytes).Select(row => Stepped(row, from, back))]);
    }

    /// <summary>Which rows a packed change touches.</summary>
    public static TouchedRows Touched(int packing, byte[] bytes)
    {
        var touched = new TouchedRows();
        if (packing == 1)
            foreach (var row in MessagePackSerializer.Deserialize<RowImage[]>(bytes))
                touched.Add(new RowKey((RowKind)row.Kind, row.Id, OlderWords.Channel(row.Channel)), row.Before is null || row.After is null);
        else
            foreach (var row in MessagePackSerializer.Deserialize<RowDifference[]>(bytes))
                touched.Add(new RowKey((RowKind)row.Kind, row.Id, OlderWords.Channel(row.Channel)), row.Before is null || row.After is null && !row.Same);
        return touched;
    }

    /// <summary>A packed change in which the scene is called otherwise wherever it had one name; the same bytes where it never has it.</summary>
    /// <param name="bytes">A change of the present packing.</param>
    /// <param name="name">What it is called.</param>
    /// <param name="called">What it shall be called.</param>
    public static byte[] Renamed(byte[] bytes, string name, string called)
    {
        byte[]? Image(byte[]? packed) =>
            packed is not null && MessagePackSerializer.Deserialize<SettingsImage>(packed) is var settings && settings.Name == name ? MessagePackSerializer.Serialize(settings with { Name = called }) : packed;
        return MessagePackSerializer.Serialize(MessagePackSerializer.Deserialize<RowDifference[]>(bytes).Select(row => row.Kind == (byte)RowKind.Settings ? row with { Before = Image(row.Before), After = Image(row.After) } : row).ToArray());
    }

    /// <summary>Refuses bytes in which anything lies nested so deeply that reading it would be dangerous.</summary>
    /// <exception cref="InvalidDataException">It is.</exception>
    public static void CheckNesting(byte[] bytes)
    {
        Nesting.Check(bytes);
        foreach (var row in MessagePackSerializer.Deserialize<RowDifference[]>(bytes))
        {
            Nesting.Check(row.Before);
            Nesting.Check(row.After);
        }
    }

    private static RowDifference Difference(RowChange row)
    {
        var packing = RowPackings.Of(row.Row.Kind);
        var (before, after) = (packing.Image(row.Before), packing.Image(row.After));
        var isSame = before is not null && after is not null && before.AsSpan().SequenceEqual(after);
        var (keysBefore, keysAfter) = (packing.KeysOf(row.Before), packing.KeysOf(row.After));
        var differences = new List<KeysDifference>();
        foreach (var curve in keysBefore.Keys.Union(keysAfter.Keys))
        {
            var (had, has) = (keysBefore.TryGetValue(curve, out var old), keysAfter.TryGetValue(curve, out var now));
            if (had && has && old == now) continue;
            var at = KeysDiffering.Between(had ? old : [], has ? now : []);
            if (had && has && at.IsNone) continue;
            differences.Add(new(curve, at.At,
                had ? KeyPacking.Pack(old.AsSpan().Slice(at.At, at.Before)) : null,
                has ? KeyPacking.Pack(now.AsSpan().Slice(at.At, at.After)) : null));
        }
        return new((byte)row.Row.Kind, row.Row.Id, row.Row.Channel, before, isSame ? null : after, isSame, [.. differences]);
    }

    private static RowChange Stepped(RowDifference row, Scene from, bool back)
    {
        var key = new RowKey((RowKind)row.Kind, row.Id, OlderWords.Channel(row.Channel));
        var now = key.In(from);
        var image = back || row.Same ? row.Before : row.After;
        var keys = RowPackings.Of(key.Kind).KeysOf(now);
        foreach (var curve in row.Keys)
        {
            var (takes, puts) = back ? (curve.Added, curve.Removed) : (curve.Removed, curve.Added);
            var name = OlderWords.Channel(curve.Curve);
            keys = puts is null ? keys.Remove(name) : keys.SetItem(name, Spliced(keys, name, curve.At, takes, puts));
        }
        return new(key, now, RowPackings.Of(key.Kind).Row(key.Id, image, keys));
    }

    private static ImmutableArray<Key> Spliced(Keys all, string name, int at, byte[]? takes, byte[] puts)
    {
        var old = all.TryGetValue(name, out var there) ? there.AsSpan() : [];
        var taken = takes is null ? 0 : KeyPacking.CountOf(takes);
        if (at + taken > old.Length) throw new InvalidDataException("The history does not fit the scene.");
        var keys = ImmutableArray.CreateBuilder<Key>(old.Length - taken + KeyPacking.CountOf(puts));
        keys.AddRange(old[..at]);
        KeyPacking.Unpack(puts, keys);
        keys.AddRange(old[(at + taken)..]);
        return keys.DrainToImmutable();
    }

    private static RowChange Whole(RowImage row)
    {
        var packing = RowPackings.Of((RowKind)row.Kind);
        return new(new RowKey(packing.Kind, row.Id, OlderWords.Channel(row.Channel)),
            packing.Row(row.Id, row.Before, packing.KeysWithin(row.Before)), packing.Row(row.Id, row.After, packing.KeysWithin(row.After)));
    }
}
