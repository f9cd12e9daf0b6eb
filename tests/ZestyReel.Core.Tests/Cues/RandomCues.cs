using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Cues;

/// <summary>Scenes with moving objects, warps and cues of all kinds, and a slow way to find when those call.</summary>
internal static class RandomCues
{
    private const int PerFrame = 256;

    /// <summary>Boats on a way and beside it, a warp over some of them, and one to three cues in a chain.</summary>
    public static Scene Scene(Random random)
    {
        ObjectId first = new(1), second = new(2), third = new(3);
        var scene = Core.Scenes.Scene.Empty("Bay").After(
            new SetRanges(new(1, 60)), new AddObject(ObjectKind.Box, "First"), new AddObject(ObjectKind.Box, "Second", first), new AddObject(ObjectKind.Box, "Third"),
            new AddPath([new(new(0, 0, 0)), new(new(9, 1, 4)), new(new(14, 0, -3))], Name: "Route"));
        foreach (var id in (ObjectId[])[first, second, third])
            foreach (var channel in (string[])["position.x", "position.z"])
                for (var key = 0; key < 3; key++) scene = scene.After(new KeyChannels(random.Next(1, 50), [new(id, channel, random.NextDouble() * 20 - 10)]));
        if (random.Next(2) == 0) scene = scene.After(new FollowPath([first], new(4)));
        scene = scene.After(new SetBookmark(random.Next(1, 50), "Horn", BookmarkColour.Sky));
        if (random.Next(2) == 0)
            scene = scene.After(new AddWarp("Flow", [new(new(random.Next(1, 4)), null)]), new KeyChannels(20, [new(CurveRef.Of(new WarpId(1)), random.Next(5, 40))]));
        // Each starts what the next one watches.
        foreach (var (watched, started) in ((ObjectId, ObjectId)[])[(first, third), (third, second)])
        {
            if (random.Next(4) == 0) continue;
            scene = scene.After(new AddCue(When(random, scene, watched), [new(started, random.Next(3) == 0 ? "position.x" : null)], random.Next(3) == 0 ? null : random.Next(1, 20), random.Next(1, 10), random.Next(-8, 8)));
        }
        return scene;
    }

    private static CueWhen When(Random random, Scene scene, ObjectId watched)
    {
        var follows = scene.Object(watched).Follow is not null;
        return random.Next(4) switch
        {
            0 => new(CueEvent.Bookmark, Bookmark: new BookmarkId(1)),
            1 => new(random.Next(2) == 0 ? CueEvent.Near : CueEvent.Leaves, watched, Value: random.NextDouble() * 10, Other: new(4)),
            _ when follows => new(CueEvent.Reaches, watched, Follow.Travel, random.NextDouble(), (CueGoing)random.Next(3)),
            _ => new(CueEvent.Reaches, watched, random.Next(2) == 0 ? "position.x" : "position.z", random.NextDouble() * 16 - 8, (CueGoing)random.Next(3)),
        };
    }

    /// <summary>The moment by the words of the book alone: quarter frames one by one, then every 256th of a frame between the two.</summary>
    public static Tick? Dense(Scene scene, Cue cue)
    {
        var when = cue.When;
        if (when.Bookmark is { } mark) return scene.Bookmarks[mark].Time >= cue.From ? scene.Bookmarks[mark].Time : null;
        var start = (int)scene.Rate.NearestFrame(cue.From);
        Tick At(int place) => scene.Rate.At(start + (decimal)place / PerFrame);
        double Value(int place)
        {
            var times = FrameTimes.At(scene, At(place));
            if (when.Channel is { } channel) return Stages.Values(scene.Object(when.Object!.Value), channel, times)[0];
            var worlds = new WorldSampler(scene, times);
            var (a, b) = (worlds.Worlds(when.Object!.Value)[0], worlds.Worlds(when.Other!.Value)[0]);
            return Math.Sqrt((a.Px - b.Px) * (a.Px - b.Px) + (a.Py - b.Py) * (a.Py - b.Py) + (a.Pz - b.Pz) * (a.Pz - b.Pz));
        }
        int Side(int place) => Math.Abs(Value(place) - when.Value) <= 1e-9 * Math.Max(1, Math.Abs(when.Value)) ? 0 : Math.Sign(Value(place) - when.Value);
        bool Happens(int before, int now) => when.Event switch
        {
            CueEvent.Near => before > 0 && now <= 0,
            CueEvent.Leaves => before <= 0 && now > 0,
            _ => when.Going switch { CueGoing.Up => before < 0 && now >= 0, CueGoing.Down => before > 0 && now <= 0, _ => before != now },
        };
        var was = Side(0);
        if (when.Event == CueEvent.Near ? was <= 0 : when.Event == CueEvent.Reaches && when.Going == CueGoing.Either && was == 0) return At(0);
        for (var place = PerFrame / 4; start + place / PerFrame <= scene.Settings.Range.Last && (place % PerFrame == 0 || start + place / PerFrame < scene.Settings.Range.Last); place += PerFrame / 4)
        {
            var now = Side(place);
            if (!Happens(was, now))
            {
                was = now;
                continue;
            }
            // What happens once between the two is found at its first moment by either way.
            for (var fine = place - PerFrame / 4 + 1; fine <= place; fine++)
                if (Happens(was, Side(fine))) return At(fine);
        }
        return null;
    }
}
