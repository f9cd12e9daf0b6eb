using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Puts objects on a path, from its start to its end over the work range. Their own position beside the path and along it
/// goes, where it is not keyed; their height above it stays.
/// </summary>
/// <param name="Objects">What follows.</param>
/// <param name="Path">The path.</param>
/// <param name="Facing">The own direction that looks along the path; null keeps the path's own directions.</param>
/// <param name="Up">The own direction that is kept up.</param>
/// <param name="Bank">How it leans into bends: degrees for a bend of 1 per length.</param>
public sealed record FollowPath(ImmutableArray<ObjectId> Objects, ObjectId Path, SignedAxis? Facing = null, SignedAxis Up = SignedAxis.PlusY, double Bank = 0) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Put {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} on {scene.Object(Path).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        scene.Path(Path);
        var (first, last) = (scene.Settings.Work.First, scene.Settings.Work.Last);
        foreach (var (i, id) in Objects.Distinct().Index())
        {
            var thing = scene.Object(id, $"objects[{i}]");
            if (id == Path) throw new Refusal("objects", $"{thing.Name} cannot follow itself; select what is to go along it");
            foreach (var channel in (string[])["position.x", "position.z"])
                if (thing.Channel(channel) is { Curve: null, Locked: false } still) thing = thing.WithChannel(channel, still with { Still = 0 });
            thing = thing.Following(new Follow(Path, Facing, Up, Bank));
            // Who changes to another path goes along it as before.
            if (thing.Channel(Follow.Travel) is { Curve: null, Still: 0 })
                thing = thing.WithChannel(Follow.Travel, new Channel(0, last > first ? Straight(scene, id, first, last) : null));
            scene = scene.With(thing);
        }
        return scene;
    }

    /// <summary>From 0 to 1 as it is seen from the first to the last frame, whatever warps lie over it.</summary>
    private static Curve Straight(Scene scene, ObjectId id, long first, long last)
    {
        var flow = new TimeFlow(scene);
        Key At(long frame, double value) => new(SeenValues.KeyedAt(flow.SourceOf(CurveRef.Of(id, Follow.Travel), scene.Rate.StartOf(frame).Value)), value, Interpolation.Linear, Interpolation.Linear);
        var (start, end) = (At(first, 0), At(last, 1));
        return start.Time == end.Time ? new Curve([start]) : start.Time < end.Time ? new Curve([start, end]) : new Curve([end, start]);
    }
}
