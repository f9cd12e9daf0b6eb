using MessagePack;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using Keys = System.Collections.Immutable.ImmutableSortedDictionary<string, System.Collections.Immutable.ImmutableArray<ZestyReel.Core.Curves.Key>>;

namespace ZestyReel.Store.Packing;

/// <summary>How the rows of one kind are taken apart into a small image and the keys of their curves, and put together again. All kinds stand in <see cref="RowPackings"/>.</summary>
/// <param name="kind">The kind of row.</param>
/// <param name="table">The table that has them whole but for their keys; null where they have columns of their own.</param>
internal abstract class RowPacking(RowKind kind, string? table)
{
    /// <summary>No keys.</summary>
    protected static readonly Keys None = Keys.Empty;

    /// <summary>The kind of row.</summary>
    public RowKind Kind { get; } = kind;

    /// <summary>The table that has them whole but for their keys; null where they have columns of their own.</summary>
    public string? Table { get; } = table;

    /// <summary>Whether rows of the kind have curves.</summary>
    public abstract bool HasKeys { get; }

    /// <summary>The row without keys; null where there is no row.</summary>
    public abstract byte[]? Image(object? row);

    /// <summary>The keys of the row's curves by the curve's name, which is empty where a row has one only.</summary>
    public abstract Keys KeysOf(object? row);

    /// <summary>The row of an image and the keys of its curves; null where there is no image.</summary>
    /// <exception cref="InvalidDataException">They do not make a row.</exception>
    public abstract object? Row(int id, byte[]? image, Keys keys);

    /// <summary>The keys that lie within an image, as those of packing 1 do.</summary>
    public abstract Keys KeysWithin(byte[]? image);

    /// <summary>The keys of a row's only curve.</summary>
    public static Keys Only(Curve? curve) => curve is null ? None : None.Add("", curve.Keys);

    /// <summary>As the other, of packed keys.</summary>
    public static Keys Only(byte[]? packed) => packed is null ? None : None.Add("", KeyPacking.Unpack(packed));
}

/// <summary>The packing of one kind of row.</summary>
internal sealed class RowPacking<TRow, TImage>(RowKind kind, string? table, Func<TRow, TImage> image, Func<TImage, int, Keys, TRow> row) : RowPacking(kind, table)
    where TRow : class
    where TImage : class
{
    /// <summary>The keys of a row's curves; left out where rows of the kind have none.</summary>
    public Func<TRow, Keys>? Curves { get; init; }

    /// <summary>The keys within an image of packing 1.</summary>
    public Func<TImage, Keys>? CurvesWithin { get; init; }

    public override bool HasKeys => Curves is not null;

    public override byte[]? Image(object? row) => row is null ? null : MessagePackSerializer.Serialize(image((TRow)row));

    public override Keys KeysOf(object? row) => row is null || Curves is null ? None : Curves((TRow)row);

    public override object? Row(int id, byte[]? packed, Keys keys) => packed is null ? null : row(MessagePackSerializer.Deserialize<TImage>(packed), id, keys);

    public override Keys KeysWithin(byte[]? packed) => packed is null || CurvesWithin is null ? None : CurvesWithin(MessagePackSerializer.Deserialize<TImage>(packed));
}
