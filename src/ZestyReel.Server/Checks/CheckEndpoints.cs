using ZestyReel.Core.Checks;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Sessions;

namespace ZestyReel.Server.Checks;

/// <summary>What the timing check has found.</summary>
/// <param name="Revision">The scene's revision that was looked at.</param>
/// <param name="Faults">How many faults there are that nobody has said are meant.</param>
/// <param name="Warnings">How many warnings.</param>
/// <param name="Notes">How many notes.</param>
/// <param name="Meant">How many findings are meant.</param>
/// <param name="Findings">The worst of them.</param>
public sealed record CheckTold(long Revision, int Faults, int Warnings, int Notes, int Meant, IReadOnlyList<FindingTold> Findings);

/// <summary>The timing check of scenes.</summary>
public static class CheckEndpoints
{
    private const int MostTold = 1000;

    /// <summary>Adds it to the API.</summary>
    public static void MapChecks(this IEndpointRouteBuilder app) => app.MapGet("/api/scenes/{id:long}/checks", Give)
        .WithTags("Checks").WithName("CheckScene").WithSummary("Looks through a scene, from one played frame to another, for what eyes miss; the worst first, 1,000 at the most.");

    private static async Task<CheckTold> Give(long id, long first, long last, SceneSessions sessions, Work work, CancellationToken stop, bool solids = false)
    {
        using var use = sessions.Use(id);
        var state = use.State;
        var frames = new FrameRange(first, last).Checked("frames");
        return await work.Long.Run(id, token => Told(state.Revision, state.Scene, SceneCheck.Of(state.Scene, new(frames, solids), token)), stop);
    }

    private static CheckTold Told(long revision, Scene scene, IReadOnlyList<Finding> found)
    {
        var meant = new MeantMarks(scene);
        int Count(FindingLevel level) => found.Count(each => each.Level == level && !meant.Are(each));
        return new(revision, Count(FindingLevel.Fault), Count(FindingLevel.Warning), Count(FindingLevel.Note), found.Count(meant.Are), [.. found.Take(MostTold).Select(each => FindingTold.Of(scene, meant, each))]);
    }
}
