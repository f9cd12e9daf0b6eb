using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Hosting;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Scenes;

/// <summary>Takes scene files in.</summary>
internal static class SceneImport
{
    // What comes in has no number yet; all of it takes turns with each other.
    private const long Arriving = 0;

    // Reading and writing take about as long.
    private const double Reading = 0.5;

    private static readonly TimeSpan Between = TimeSpan.FromMilliseconds(100);

    public static async Task<Created<SceneNumber>> Import(HttpRequest request, SceneShelf shelf, Work work) =>
        SceneEndpoints.Made(await Kept(await Sent(request), shelf, work, null, request.HttpContext.RequestAborted));

    /// <summary>Answers with lines of JSON: now and then <c>share</c>, how much of it is done, and at last <c>id</c> or <c>problem</c>.</summary>
    public static async Task ImportTold(HttpContext context, SceneShelf shelf, Work work)
    {
        var file = await Sent(context.Request);
        var stop = context.RequestAborted;
        context.Response.ContentType = "application/x-ndjson";
        var share = 0.0;
        var keeping = Kept(file, shelf, work, now => Volatile.Write(ref share, now), stop);
        try
        {
            while (await Task.WhenAny(keeping, Task.Delay(Between, stop)) != keeping)
            {
                stop.ThrowIfCancellationRequested();
                await Say(context, new ImportLine(Volatile.Read(ref share)));
            }
            await Say(context, new ImportLine(1, await keeping));
        }
        catch (Exception wrong) when (Problems.Of(wrong, stop) is { } problem)
        {
            if (!stop.IsCancellationRequested) await Say(context, new ImportLine(Problem: problem));
        }
    }

    private static async Task<ReadOnlyMemory<byte>> Sent(HttpRequest request)
    {
        if (request.ContentLength > SceneFileReader.LargestFile)
            throw new BadHttpRequestException("The file is too large.", StatusCodes.Status413PayloadTooLarge);
        var bytes = new MemoryStream();
        await request.Body.CopyToAsync(bytes, request.HttpContext.RequestAborted);
        return bytes.GetBuffer().AsMemory(0, (int)bytes.Length);
    }

    private static Task<long> Kept(ReadOnlyMemory<byte> file, SceneShelf shelf, Work work, Action<double>? told, CancellationToken aborted) => work.Long.Run(Arriving, stop =>
    {
        var scene = SceneFileReader.Read(file, share => told?.Invoke(share * Reading), stop);
        return shelf.Add(scene, stop, share => told?.Invoke(Reading + share * (1 - Reading))).Id;
    }, aborted);

    private static async Task Say(HttpContext context, ImportLine line)
    {
        var writer = context.Response.BodyWriter;
        await writer.WriteAsync(JsonSerializer.SerializeToUtf8Bytes(line, JsonSerializerOptions.Web));
        await writer.WriteAsync("\n"u8.ToArray());
    }

    /// <param name="Share">How much of it is done, 0 to 1.</param>
    /// <param name="Id">The scene's number, once it is there.</param>
    /// <param name="Problem">Why it is not.</param>
    private sealed record ImportLine(double Share = 0, long? Id = null, ProblemDetails? Problem = null);
}
