using System.Collections.Immutable;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Wire;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Reels;

/// <summary>Tells of reels as people see them.</summary>
internal static class ReelCards
{
    public static ReelCard Of(KeptReel reel)
    {
        var settings = SettingsOf(reel);
        return new(
            reel.Id, reel.Number, reel.Name, reel.Note, reel.MadeBy, reel.MadeAt, reel.Position, reel.Rate, FrameRate.Parse(reel.Rate).FramesPerSecond, settings,
            settings.Plan.Played, settings.Plan.Shot, reel.Bytes, reel.Picked, reel.HasSound);
    }

    public static ReelSettings SettingsOf(KeptReel reel) => EditJson.ReadAs<ReelSettings>(reel.Settings);

    /// <summary>The source frame of each of its pictures.</summary>
    public static ImmutableArray<double> SourcesOf(KeptReel reel) => EditJson.ReadAs<ImmutableArray<double>>(reel.Sources);

    public static ReelPlay Play(KeptReel reel)
    {
        var plan = SettingsOf(reel).Plan;
        var (sources, timecodes) = (SourcesOf(reel), EditJson.ReadAs<ImmutableArray<string>>(reel.Timecodes));
        var shown = Enumerable.Range(0, plan.Played).Select(plan.PictureAt).ToImmutableArray();
        return new(Of(reel), reel.SceneId, [.. shown.Select(plan.FrameOf)], shown, [.. shown.Select(at => sources[at])], [.. shown.Select(at => timecodes[at])]);
    }

    public static ImmutableArray<string> Timecodes(Scene scene, ReelPlan plan)
    {
        var (clock, display) = (scene.Settings.Clock, Timecode.CanDrop(scene.Rate) ? TimeDisplay.DropFrame : TimeDisplay.Timecode);
        return [.. Enumerable.Range(0, plan.Shot).Select(picture => clock.Of(plan.FrameOf(picture), display))];
    }
}
