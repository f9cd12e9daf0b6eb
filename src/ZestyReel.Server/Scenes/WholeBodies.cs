using ZestyReel.Core;

namespace ZestyReel.Server.Scenes;

/// <summary>Reads the body of a request as a whole.</summary>
internal static class WholeBodies
{
    private const int AtOnce = 64 * 1024;

    /// <exception cref="Refusal">It is larger than that.</exception>
    public static async Task<byte[]> WholeBody(this HttpRequest request, long largest, CancellationToken stop)
    {
        Refusal TooLarge() => new("file", $"the file is larger than {largest / 1_000_000} MB, the most that is taken");
        if (request.ContentLength > largest) throw TooLarge();
        // As long as it says that it is; it may say nothing.
        var bytes = new byte[request.ContentLength ?? AtOnce];
        var count = 0;
        for (int read; (read = await request.Body.ReadAsync(bytes.AsMemory(count), stop)) > 0;)
        {
            count += read;
            if (count > largest) throw TooLarge();
            if (count == bytes.Length && count != request.ContentLength) Array.Resize(ref bytes, (int)Math.Min(count * 2L, largest + 1));
        }
        return count == bytes.Length ? bytes : bytes[..count];
    }
}
