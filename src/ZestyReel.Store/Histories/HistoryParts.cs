using System.Buffers.Binary;
using MessagePack;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Packing;

namespace ZestyReel.Store.Histories;

// A history that travels is MessagePack: binaries of 32-bit length one after the other, each of which is a part. The
// first part is the head, and each other one a step. Fields are numbered and never renumbered.

/// <summary>How a history begins.</summary>
/// <param name="Version">1.</param>
/// <param name="Packing">How its changes are packed.</param>
/// <param name="Steps">How many steps follow.</param>
/// <param name="Position">How many of them are in force; the others have been undone.</param>
/// <param name="Start">The change that makes the scene before the first step out of an empty one.</param>
[MessagePackObject]
public sealed record HistoryHead(
    [property: Key(0)] int Version, [property: Key(1)] int Packing, [property: Key(2)] int Steps, [property: Key(3)] int Position, [property: Key(4)] byte[] Start);

/// <summary>A step of a history.</summary>
/// <param name="Title">What it did.</param>
/// <param name="MadeAt">When, in UTC.</param>
/// <param name="Author">Who, as their browser calls itself.</param>
/// <param name="Name">The same as people call them.</param>
/// <param name="Undoes">The number of the step that it takes back, counted from 1.</param>
/// <param name="Change">What it changed.</param>
[MessagePackObject]
public sealed record HistoryStep(
    [property: Key(0)] string Title, [property: Key(1)] string MadeAt, [property: Key(2)] string? Author, [property: Key(3)] string? Name,
    [property: Key(4)] long? Undoes, [property: Key(5)] byte[] Change);

/// <summary>The parts of a history, one after the other.</summary>
internal sealed class HistoryParts(Stream stream)
{
    /// <summary>The only version.</summary>
    public const int Version = 1;

    /// <summary>Most steps that travel; of a longer history the last ones.</summary>
    public const int MostSteps = 100_000;

    /// <summary>Most bytes of a part, and of all.</summary>
    public const long LargestPart = 256_000_000, Largest = 2_000_000_000;

    /// <summary>Most work that is done for all steps together, as <see cref="WorkOf"/> counts it: a minute or two.</summary>
    public const long MostWork = 5_000_000_000;

    // A row that is compared takes some 10 ns, and one that is written and read to be checked some 500 times that.
    private const long WorkOfChecking = 500;

    private const byte Binary = 0xC6;

    /// <summary>What every history starts from.</summary>
    public static Scene Nothing { get; } = Scene.Empty("-");

    /// <summary>How much work a step is: by how many rows the scene has, channels apart, and whether they have to be checked.</summary>
    public static long WorkOf(SceneChange change, Scene scene) =>
        (1 + scene.Objects.Count + SceneTables.All.Sum(table => (long)table.Count(scene))) * (IsOfKeysAlone(change) ? 1 : WorkOfChecking);

    /// <summary>Whether nothing but channels changed, whose keys and values are checked one by one.</summary>
    public static bool IsOfKeysAlone(SceneChange change) => change.Rows.All(row => row.Row.Kind == RowKind.Channel);

    /// <summary>The files that the rows of a change need.</summary>
    public static IEnumerable<NamedAsset> Files(SceneChange change) =>
        change.Rows.SelectMany(row => new[] { row.Before, row.After }).OfType<INamesAssets>().SelectMany(part => part.Assets());

    /// <summary>Bytes read so far.</summary>
    public long Passed { get; private set; }

    /// <summary>Writes one.</summary>
    public void Write<T>(T part)
    {
        var bytes = MessagePackSerializer.Serialize(part);
        Span<byte> lead = [Binary, 0, 0, 0, 0];
        BinaryPrimitives.WriteInt32BigEndian(lead[1..], bytes.Length);
        stream.Write(lead);
        stream.Write(bytes);
    }

    /// <summary>Reads one.</summary>
    /// <exception cref="InvalidDataException">There is none, or one that no history has.</exception>
    /// <exception cref="EndOfStreamException">It is cut short.</exception>
    public T Read<T>()
    {
        Span<byte> lead = stackalloc byte[5];
        stream.ReadExactly(lead);
        var length = BinaryPrimitives.ReadUInt32BigEndian(lead[1..]);
        Passed += lead.Length + length;
        if (lead[0] != Binary || length > LargestPart || Passed > Largest) throw new InvalidDataException("part");
        var bytes = Bytes((int)length);
        Nesting.Check(bytes);
        return MessagePackSerializer.Deserialize<T>(bytes);
    }

    /// <exception cref="InvalidDataException">More follows.</exception>
    public void End()
    {
        if (stream.ReadByte() >= 0) throw new InvalidDataException("more");
    }

    // No more room is taken than there are bytes, whatever the length says.
    private byte[] Bytes(int length)
    {
        const int atOnce = 1 << 20;
        var bytes = new byte[Math.Min(length, atOnce)];
        for (var at = 0; ; )
        {
            stream.ReadExactly(bytes.AsSpan(at));
            at = bytes.Length;
            if (at == length) return bytes;
            Array.Resize(ref bytes, (int)Math.Min(length, 2L * at));
        }
    }
}
