using System.Collections.Immutable;
using Microsoft.AspNetCore.Http.HttpResults;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Live;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;
using ZestyReel.Store.Takes;

namespace ZestyReel.Server.Recording;

/// <summary>The HTTP interface to takes.</summary>
public static class TakeEndpoints
{
    private const int MostPlaces = 2_000, LongestMark = 64;

    /// <summary>Maps everything about takes.</summary>
    public static void MapTakes(this WebApplication app)
    {
        var scene = app.MapGroup("/api/scenes/{id:long}/takes").WithTags("Takes");
        scene.MapGet("/", List).WithName("ListTakes").WithSummary("The takes of a scene, the newest first.");
        scene.MapPost("/", Keep).WithName("KeepTake").WithSummary("Keeps what a hand did while the scene played as a take.");
        scene.MapPost("/told", Tell).WithName("TellTakes").WithSummary("What would become of takes that are made into keys.");
        var take = app.MapGroup("/api/takes/{take:long}").WithTags("Takes");
        take.MapGet("/course", Course).WithName("GetTakeCourse").WithSummary("What moved in a take, in a number of places.");
        take.MapGet("/way", Way).WithName("GetTakeWay").WithSummary("The way of an object through the world as a take has it, in a number of places.");
        take.MapGet("/file", File).WithName("GetTakeFile").WithSummary("The samples of a take as they came, as CSV.");
        take.MapPut("/name", Rename).WithName("RenameTake").WithSummary("Calls a take otherwise.");
        take.MapPut("/clock", (long take, TakeClock clock, TakeBook book, TakeShelf shelf, Tabs tabs) => Done(book.Find(take), shelf.Clocked(take, clock.ByStamps), tabs)).WithName("ClockTake").WithSummary("Says whether a take goes where its device's own clock says.");
        take.MapDelete("/", (long take, TakeBook book, TakeShelf shelf, Tabs tabs) => Done(book.Find(take), shelf.Delete(take), tabs)).WithName("DeleteTake").WithSummary("Throws a take away; it can be brought back until the server starts anew.");
        take.MapPost("/restore", (long take, TakeShelf shelf, Tabs tabs) => Done(shelf.Find(take) ?? throw new TakeGone("There is no such take."), shelf.Restore(take), tabs)).WithName("RestoreTake").WithSummary("Brings back a take that was thrown away.");
        app.MapGet("/api/tracking", (TrackerListener listener) => new TrackingPort(listener.Port, listener.Problem)).WithTags("Takes").WithName("GetTracking").WithSummary("Where tracked devices are listened for.");
    }

    private static IReadOnlyList<TakeCard> List(long id, SceneSessions sessions, TakeShelf shelf)
    {
        using var use = sessions.Use(id);
        var rate = use.State.Scene.Rate;
        return [.. shelf.List(id).Select(take => TakeCards.Of(take, rate))];
    }

    private static Created<TakeCard> Keep(long id, HandTake request, SceneSessions sessions, TakeShelf shelf, Tabs tabs)
    {
        using var use = sessions.Use(id);
        var scene = use.State.Scene;
        // Somebody may have deleted it while it was driven: what was recorded is kept all the same.
        var thing = request.ObjectName.Length > 0 ? scene.Objects.GetValueOrDefault(new(request.Object)) : scene.Object(new ObjectId(request.Object));
        var name = thing?.Name ?? Names.Checked(request.ObjectName, "objectName");
        if (request.Mark.Length > LongestMark) throw new Refusal("mark", $"a mark has {LongestMark} characters at most");
        if (!(Math.Abs(request.Start) <= FrameRange.FurthestFrame)) throw new Refusal("start", "a frame is out of reach");
        var take = HandMotion.Of(request.Channels, request.Seconds, request.Values, request.End);
        foreach (var channel in take.Channels) thing?.OwnSpec(channel, "channels");
        var place = new TakePlace(scene.Rate.At((decimal)request.Start, "start"), request.Speed);
        place.Of(take);
        var by = request.By is { } who ? Person.Checked(who.Author, who.Name, who.Mark, who.Window) : Origin.Nobody;
        var kept = shelf.Keep(id, TakeCards.New(request.Object, name, "", take, place, request.Mark, by.Name)) ?? throw new SceneGone(id);
        tabs.SendTakes(id);
        return TypedResults.Created($"/api/takes/{kept.Id}", TakeCards.Of(kept, scene.Rate));
    }

    private static async Task<TakeTold> Tell(long id, LandTakes request, SceneSessions sessions, TakeBook book, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var scene = use.State.Scene;
        return await work.Long.Run(id, _ =>
        {
            var edit = book.EditOf(request, id, scene);
            var told = edit.LookAhead(scene);
            var gaps = request.Parts.Sum(part => TakeCards.GapsOf(book.Find(part.Take)).Length);
            return new TakeTold(edit.Name, scene.Rate.FrameOf(edit.Times[0].Value), scene.Rate.FrameOf(edit.Times[^1].Value), told.Samples, told.Keys, told.Error, told.Degrees, gaps);
        }, stop);
    }

    private static TakeCourseAnswer Course(long take, int places, TakeBook book, SceneSessions sessions)
    {
        var kept = book.Find(take);
        using var use = sessions.Use(kept.SceneId);
        var (samples, rate) = (book.Of(kept), use.State.Scene.Rate);
        var times = TakeCards.PlaceOf(kept).Of(samples);
        var chosen = Chosen(times.Length, places);
        return new([.. chosen.Select(i => rate.FrameOf(times[i].Value))], [.. samples.Values.Select(row => chosen.Select(i => row[i]).ToImmutableArray())]);
    }

    private static async Task<TakeWayAnswer> Way(long take, int places, TakeBook book, SceneSessions sessions, Work work, CancellationToken stop)
    {
        var kept = book.Find(take);
        using var use = sessions.Use(kept.SceneId);
        var scene = use.State.Scene;
        if (!scene.Objects.ContainsKey(new((int)kept.Object))) throw new Refusal("take", $"{kept.ObjectName} is not there any more");
        return await work.Long.Run(kept.SceneId, token =>
        {
            var edit = book.EditOf(new LandTakes((int)kept.Object, [new TakeUse(take)]), kept.SceneId, scene);
            var chosen = Chosen(edit.Times.Length, places);
            double[] moments = [.. chosen.Select(i => (double)edit.Times[i].Value)];
            var landed = edit.Apply(scene);
            var worlds = new WorldSampler(landed, new FrameTimes(landed, moments) { Stop = token }).Worlds(edit.Object);
            return new TakeWayAnswer([.. moments.Select(at => scene.Rate.FrameOf(at))], [.. Enumerable.Range(0, moments.Length).SelectMany(i => new[] { (float)worlds[i].Px, (float)worlds[i].Py, (float)worlds[i].Pz })]);
        }, stop);
    }

    /// <summary>So many places of so many samples, evenly, with both ends.</summary>
    private static int[] Chosen(int samples, int places)
    {
        if (places is < 2 or > MostPlaces) throw new Refusal("places", $"ask for 2 to {MostPlaces} places");
        return samples <= places ? [.. Enumerable.Range(0, samples)] : [.. Enumerable.Range(0, places).Select(i => (int)((long)i * (samples - 1) / (places - 1)))];
    }

    private static FileContentHttpResult File(long take, TakeBook book, TakeShelf shelf)
    {
        var kept = book.Find(take);
        var file = shelf.FileOf(take) ?? throw new TakeGone($"The samples of take {kept.Number} are not there any more.");
        return TypedResults.File(file, "text/csv", $"take {kept.Number}.csv");
    }

    private static NoContent Rename(long take, TakeName name, TakeBook book, TakeShelf shelf, Tabs tabs) =>
        Done(book.Find(take), shelf.Rename(take, name.Name.Trim().Length == 0 ? "" : Names.Checked(name.Name, "name")), tabs);

    private static NoContent Done(KeptTake take, bool isDone, Tabs tabs)
    {
        if (!isDone) throw new TakeGone("This take cannot be changed so any more; it may have been thrown away.");
        tabs.SendTakes(take.SceneId);
        return TypedResults.NoContent();
    }
}
