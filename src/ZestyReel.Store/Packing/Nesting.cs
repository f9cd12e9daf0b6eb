using MessagePack;

namespace ZestyReel.Store.Packing;

/// <summary>Foreign MessagePack is only read where it is not nested deeply: readers call themselves for what lies within.</summary>
internal static class Nesting
{
    private const int Deepest = 16;

    /// <exception cref="InvalidDataException">It is nested more deeply than anything of ours.</exception>
    public static void Check(byte[]? bytes)
    {
        if (bytes is null) return;
        var reader = new MessagePackReader(bytes);
        // How many things are still to come at each depth.
        Span<long> left = stackalloc long[Deepest + 1];
        var depth = 0;
        left[0] = 1;
        while (depth >= 0)
        {
            if (left[depth]-- == 0)
            {
                depth--;
                continue;
            }
            var within = reader.NextMessagePackType switch
            {
                MessagePackType.Array => reader.ReadArrayHeader(),
                MessagePackType.Map => 2L * reader.ReadMapHeader(),
                _ => -1,
            };
            if (within < 0) reader.Skip();
            else if (depth == Deepest) throw new InvalidDataException("It is nested too deeply.");
            else left[++depth] = within;
        }
    }
}
