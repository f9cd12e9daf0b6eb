using Microsoft.AspNetCore.Http.HttpResults;
using ZestyReel.Core.Outgoing;
using ZestyReel.Formats.Outgoing;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Hosting;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Outgoing;

/// <summary>Scenes that go out: what would go is told first.</summary>
public static class OutgoingEndpoints
{
    /// <summary>Adds them to the API.</summary>
    public static void MapOutgoing(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/outgoing", () => OutgoingFormats.All.Select(Told).ToList()).WithTags("Outgoing").WithName("ListOutgoingFormats").WithSummary("The formats in which scenes go out.");
        app.MapGet("/api/outgoing/progress/{name}", (string name, OutgoingShares shares) => new OutgoingShare(shares.Of(name))).WithTags("Outgoing").WithName("GetOutgoingShare").WithSummary("How far a file is that is being written.");
        var scene = app.MapGroup("/api/scenes/{id:long}/outgoing").WithTags("Outgoing");
        scene.MapPost("/told", Tell).WithName("TellOutgoing").WithSummary("What would go out: how much, how large, and what the format cannot hold.");
        scene.MapPost("/error", FarOff).WithName("TellOutgoingError").WithSummary("How far straight ways from sample to sample are from the true motion, at the worst.");
        scene.MapPost("/", Write).WithName("SendOut").WithSummary("A scene, or some of it, as a file. With a name of your own for it, /api/outgoing/progress tells how far it is; closing the line calls it off.");
    }

    private static OutgoingFormatTold Told(IOutgoingFormat format) =>
        new(format.Ending, format.Name, format.For, [.. Enum.GetValues<OutgoingUses>().Where(use => use != 0 && format.Uses.HasFlag(use)).Select(use => use.ToString().ToLowerInvariant())]);

    private static async Task<OutgoingTold> Tell(long id, OutgoingRequest request, SceneSessions sessions, SceneStore store, Outlet outlet, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var (scene, format) = (use.State.Scene, OutgoingFormats.For(request.Format));
        return await work.Quick.Run(id, _ =>
        {
            var going = format.Going(scene, request.In(scene), outlet.FilesOf(id));
            // Packed changes hold little that could be packed again.
            var history = going.Choice.History ? store.Sizes(id).Sum(step => step.Bytes) / 2 : 0;
            return new OutgoingTold(SceneFileName.With(scene.Settings.Name, format.Ending), going.Objects.Length, going.Moments.Count, format.Size(going) + history, [.. format.Losses(going)]);
        }, stop);
    }

    private static async Task<LargestError> FarOff(long id, OutgoingRequest request, SceneSessions sessions, Outlet outlet, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var (scene, format) = (use.State.Scene, OutgoingFormats.For(request.Format));
        return await work.Long.Run(id, token => LargestError.Of(format.Going(scene, request.In(scene), outlet.FilesOf(id)), token), stop);
    }

    private static async Task<FileStreamHttpResult> Write(long id, OutgoingRequest request, string? progress, SceneSessions sessions, Outlet outlet, OutgoingShares shares, ServerOptions options, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var (scene, format) = (use.State.Scene, OutgoingFormats.For(request.Format));
        var file = ScratchFile.In(options.DataFolder);
        try
        {
            await shares.Telling(progress, told => work.Long.Run(id, token =>
            {
                format.Write(format.Going(scene, request.In(scene), outlet.FilesOf(id)), file, told, token);
                return 0;
            }, stop));
            file.Position = 0;
            return TypedResults.File(file, format.MediaType, SceneFileName.With(scene.Settings.Name, format.Ending));
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }
    }
}
