using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using ZestyReel.Core;
using ZestyReel.Core.Reels;
using ZestyReel.Server.Screens;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;
using ZestyReel.Store;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Reels;

/// <summary>The HTTP interface to what people leave on pictures of reels.</summary>
public static class MarkEndpoints
{
    /// <summary>Maps what is asked over HTTP of marks.</summary>
    public static void MapMarks(this WebApplication app)
    {
        var reel = app.MapGroup("/api/reels/{reel:long}/marks").WithTags("Reels");
        reel.MapGet("/", (long reel, ReelShelf reels, MarkShelf marks) => On(ReelEndpoints.Whole(reels, reel), marks)).WithName("ListMarks").WithSummary("What people left on the pictures of a reel, in the order in which they did.");
        reel.MapPost("/", Add).WithName("AddMark").WithSummary("Leaves a mark on a picture of a reel.");
        var mark = app.MapGroup("/api/marks/{mark:long}").WithTags("Reels");
        mark.MapDelete("/", (long mark, MarkShelf marks, ScreenPages pages) => Changed(mark, marks.Delete, marks, pages)).WithName("DeleteMark").WithSummary("Takes a mark back; it can be restored.");
        mark.MapPost("/restore", (long mark, MarkShelf marks, ScreenPages pages) => Changed(mark, marks.Restore, marks, pages)).WithName("RestoreMark").WithSummary("Brings a mark back that was taken back.");
        app.MapGet("/api/scenes/{id:long}/reels/notes", OfScene).WithTags("Reels").WithName("ListNotes").WithSummary("The frames of a scene that have marks on its reels.");
    }

    private static List<MarkCard> On(KeptReel reel, MarkShelf marks)
    {
        var plan = ReelCards.SettingsOf(reel).Plan;
        return [.. marks.On(reel.Id).Select(mark => Card(mark, plan))];
    }

    private static MarkCard Card(KeptMark mark, ReelPlan plan) =>
        new(mark.Id, (int)mark.Picture, plan.FrameOf((int)mark.Picture), EditJson.ReadAs<PenMark>(mark.Mark), mark.MadeBy, mark.MadeAt);

    private static Created<MarkCard> Add(long reel, MarkRequest request, ReelShelf reels, MarkShelf marks, ScreenPages pages)
    {
        var kept = ReelEndpoints.Whole(reels, reel);
        var plan = ReelCards.SettingsOf(kept).Plan;
        if (request.Picture < 0 || request.Picture >= plan.Shot) throw new Refusal("picture", $"the reel has pictures 0 to {plan.Shot - 1}");
        var by = request.By is { } who ? Person.Checked(who.Author, who.Name, who.Mark, who.Window) : Origin.Nobody;
        var mark = marks.Add(reel, request.Picture, EditJson.Write(request.Mark.Checked()), by)
            ?? throw new Refusal("mark", $"a reel keeps {MarkShelf.Most} marks at the most, those taken back today among them");
        pages.TellReels(kept.SceneId);
        return TypedResults.Created($"/api/marks/{mark.Id}", Card(mark, plan));
    }

    private static NoContent Changed(long mark, Func<long, bool> change, MarkShelf marks, ScreenPages pages)
    {
        if (marks.SceneOf(mark) is not { } scene || !change(mark)) throw new ReelGone("This mark is not there any more; somebody else may have taken it back.");
        pages.TellReels(scene);
        return TypedResults.NoContent();
    }

    private static ImmutableArray<FrameNote> OfScene(long id, ReelShelf reels, MarkShelf marks)
    {
        var byId = reels.List(id).ToDictionary(reel => reel.Id, reel => (Reel: reel, ReelCards.SettingsOf(reel).Plan));
        return
        [
            .. marks.OfScene(id).Where(mark => byId.ContainsKey(mark.ReelId)).GroupBy(mark => (mark.ReelId, mark.Picture)).Select(group =>
            {
                var (reel, plan) = byId[group.Key.ReelId];
                var said = group.Select(mark => EditJson.ReadAs<PenMark>(mark.Mark).Words).Where(words => words.Length > 0);
                return new FrameNote(reel.Id, reel.Number, plan.FrameOf((int)group.Key.Picture), group.Count(), string.Join(" · ", said), group.First().MadeBy);
            }).OrderBy(note => note.Frame).ThenBy(note => note.Number),
        ];
    }
}
