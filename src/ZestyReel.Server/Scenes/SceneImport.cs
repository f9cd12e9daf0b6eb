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

    public static async Task<Created<SceneNumber>> Import(HttpRequest request, Database database, SceneShelf shelf, Work work)
    {
        await using var file = await Sent(request, database);
        return SceneEndpoints.Made(await Kept(file, shelf, work, null, request.HttpContext.RequestAborted));
    }

    /// <summary>Answers with lines of JSON: now and then <c>share</c>, how much of it is done, and at last <c>id</c> or <c>problem</c>.</summary>
    public static async Task ImportTold(HttpContext context, Database database, SceneShelf shelf, Work work)
    {
        await using var file = await Sent(context.Request, database);
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
            var kept = await keeping;
            await Say(context, new ImportLine(1, kept.Id, HistoryBehind: kept.HistoryBehind));
        }
        catch (Exception wrong) when (Problems.Of(wrong, stop) is { } problem)
        {
            if (!stop.IsCancellationRequested) await Say(context, new ImportLine(Problem: problem));
        }
    }

    // A package may be far larger than what a machine has room for in memory.
    private static async Task<FileStream> Sent(HttpRequest request, Database database)
    {
        var most = request.ContentType == SceneEndpoints.PackageType ? ScenePackage.LargestFile : SceneFileReader.LargestFile;
        if (request.ContentLength > most) throw TooLarge();
        var (file, stop, room) = (ScratchFile.In(database.Folder), request.HttpContext.RequestAborted, new byte[1 << 16]);
        try
        {
            for (int count; (count = await request.Body.ReadAsync(room, stop)) > 0;)
            {
                if (file.Length + count > most) throw TooLarge();
                await file.WriteAsync(room.AsMemory(0, count), stop);
            }
            return file;
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }
    }

    private static BadHttpRequestException TooLarge() => new("The file is too large.", StatusCodes.Status413PayloadTooLarge);

    private static Task<KeptArrival> Kept(Stream file, SceneShelf shelf, Work work, Action<double>? told, CancellationToken aborted) => work.Long.Run(Arriving, stop =>
    {
        using var brought = BroughtScene.Read(file, share => told?.Invoke(share * Reading), stop);
        return brought.Keep(shelf, share => told?.Invoke(Reading + share * (1 - Reading)), stop);
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
    /// <param name="HistoryBehind">Why the history in its package did not come along.</param>
    private sealed record ImportLine(double Share = 0, long? Id = null, ProblemDetails? Problem = null, string? HistoryBehind = null);
}
