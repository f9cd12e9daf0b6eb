using System.Net.Mime;
using ZestyReel.Core;
using ZestyReel.Server.Live;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Scenes;

/// <summary>The HTTP interface to what is done to scenes: edits, steps, and the history of both.</summary>
public static class HistoryEndpoints
{
    /// <summary>Maps what is asked over HTTP of histories.</summary>
    public static void MapHistory(this WebApplication app)
    {
        var scene = app.MapGroup("/api/scenes/{id:long}").WithTags("Scenes");
        scene.MapPost("/edits", (long id, EditRequest request, SceneSessions sessions) =>
                Using(id, sessions, session => session.Apply(request.Edit, request.Revision, request.By.Checked())))
            .WithName("EditScene").WithSummary("Makes an edit: all of it, or none.").Accepts<EditRequest>(MediaTypeNames.Application.Json);
        scene.MapPost("/undo", (long id, StepRequest request, SceneSessions sessions, Tabs tabs) =>
                Using(id, sessions, session => session.Undo(request.Revision, request.By.Checked(), tabs.ReachOf(request.By.Checked(), id))))
            .WithName("Undo").WithSummary("Takes the last edit back; said who asks, their own last one.");
        scene.MapPost("/redo", (long id, StepRequest request, SceneSessions sessions, Tabs tabs) =>
                Using(id, sessions, session => session.Redo(request.Revision, request.By.Checked(), tabs.ReachOf(request.By.Checked(), id))))
            .WithName("Redo").WithSummary("Makes the edit again that was taken back last.");
        scene.MapGet("/history", History).WithName("History").WithSummary("All edits that are kept, and how much room each takes.");
        scene.MapPost("/history/let-go", LetGo).WithName("LetHistoryGo").WithSummary("Lets go of the history before an edit; nobody can step back before it any more.");
    }

    private static EditResult Using(long id, SceneSessions sessions, Func<SceneSession, Kept> make)
    {
        using var use = sessions.Use(id);
        var message = SceneHub.Message(make(use.Session));
        return new(message.Revision, message.Position, message.Title, message.Added);
    }

    private static HistoryList History(long id, SceneSessions sessions, SceneStore store)
    {
        using var use = sessions.Use(id);
        var state = use.State;
        var sizes = store.Sizes(id).ToDictionary(size => size.Seq, size => size.Bytes);
        return new HistoryList(state.Position, state.Floor, [.. state.History.Select(entry => new HistoryItem(
            entry.Seq, entry.Title, entry.MadeAt, entry.Name, sizes.GetValueOrDefault(entry.Seq)))]);
    }

    private static HistoryList LetGo(long id, LetGoRequest request, SceneSessions sessions, SceneStore store, Database database)
    {
        using (var use = sessions.Use(id))
        {
            if (request.Before is < 1 or > int.MaxValue) throw new Refusal("before", "give the number of a change");
            use.Session.LetGo((int)request.Before - 1);
        }
        while (database.GiveBackSpace()) { }
        return History(id, sessions, store);
    }

    private static Origin Checked(this ByRequest? by) => by is null ? Origin.Nobody : Person.Checked(by.Author, by.Name, by.Mark, by.Window);
}
