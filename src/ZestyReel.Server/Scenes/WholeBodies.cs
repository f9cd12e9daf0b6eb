using ZestyReel.Core;

namespace ZestyReel.Server.Scenes;

/// <summary>Reads the body of a request as a whole.</summary>
internal static class WholeBodies
{
    /// <exception cref="Refusal">It is larger than that.</exception>
    public static async Task<byte[]> WholeBody(this HttpRequest request, long largest, CancellationToken stop)
    {
        using var bytes = new MemoryStream();
        var room = new byte[64 * 1024];
        for (int read; (read = await request.Body.ReadAsync(room, stop)) > 0;)
        {
            if (bytes.Length + read > largest) throw new Refusal("file", $"the file is larger than {largest / 1_000_000} MB, the most that is taken");
            bytes.Write(room, 0, read);
        }
        return bytes.ToArray();
    }
}
