using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Spreads the keys that make objects go, of their travel or else of their position, so that each sets off and arrives when
/// it is to, or goes as fast as it is to on the whole. Then it sets off when it did.
/// </summary>
/// <param name="Objects">What goes.</param>
/// <param name="From">The played frame at which it sets off; as now when left out.</param>
/// <param name="To">The played frame at which it is there; as now when left out, or as the speed says.</param>
/// <param name="Speed">The mean speed through the world, in scene lengths per second.</param>
/// <param name="As">Or as fast as this object is on the whole.</param>
public sealed record SetPace(ImmutableArray<ObjectId> Objects, decimal? From = null, decimal? To = null, double? Speed = null, ObjectId? As = null) : Edit
{
    /// <summary>The length of a way depends on its timing where what carries it moves: it is looked at again so often.</summary>
    private const int MostRounds = 12;

    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var what = Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects";
        if (As is { } other) return $"{what} as fast as {scene.Object(other).Name}";
        return Speed is { } speed ? FormattableString.Invariant($"{what} at a speed of {speed:0.###}") : $"Pace of {what}";
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (Speed is not null && As is not null) throw new Refusal("as", "give a speed, or an object that is as fast");
        if (Speed is { } typed && !(typed > 0 && double.IsFinite(typed))) throw new Refusal("speed", "the speed is above 0");
        var speed = Speed ?? (As is { } other ? PaceOf(scene, other, "as").Mean : null);
        if (speed is not null && To is not null) throw new Refusal("to", "the speed says when it arrives; leave that out");
        if (speed == 0) throw new Refusal("as", $"{scene.Object(As!.Value).Name} does not get anywhere");
        foreach (var id in Objects.Distinct())
        {
            var pace = PaceOf(scene, id, "objects");
            var start = From is { } from ? scene.Rate.At(from, "from").Value : pace.Start;
            scene = speed is { } wanted
                ? AtSpeed(scene, id, start, wanted)
                : Spread(scene, id, (pace.Start, pace.End), (start, To is { } to ? scene.Rate.At(to, "to").Value : pace.End));
        }
        return scene;
    }

    private static Scene AtSpeed(Scene scene, ObjectId id, double start, double speed)
    {
        for (var round = 0; round < MostRounds; round++)
        {
            var pace = PaceOf(scene, id, "objects");
            if (pace.Length == 0) throw new Refusal("objects", $"{scene.Object(id).Name} does not get anywhere, and so has no speed");
            var end = start + pace.Length / speed * Tick.PerSecond;
            if (pace.Start == start && Math.Abs(pace.End - end) < 1) break;
            scene = Spread(scene, id, (pace.Start, pace.End), (start, end));
        }
        return scene;
    }

    /// <exception cref="Refusal">It would arrive before it sets off, or a channel is locked.</exception>
    private static Scene Spread(Scene scene, ObjectId id, (double Start, double End) from, (double Start, double End) to)
    {
        var (thing, flow) = (scene.Object(id), new TimeFlow(scene));
        if (!(to.End > to.Start)) throw new Refusal("to", $"{thing.Name} would arrive before it sets off; give a later frame");
        foreach (var name in Pace.ChannelsOf(thing))
        {
            var channel = thing.Unlocked(name, "objects");
            Tick Source(double played) => SeenValues.KeyedAt(flow.SourceOf(CurveRef.Of(id, name), played));
            var (before, after) = ((Source(from.Start), Source(from.End)), (Source(to.Start), Source(to.End)));
            if (before.Item2 <= before.Item1 || after.Item2 <= after.Item1) throw new Refusal("objects", $"a warp holds or turns the time of {thing.Name} there; bake it, or switch it off");
            thing = thing.WithChannel(name, channel with { Curve = new Fitted(before, after).Applied(channel.Curve!) });
        }
        return scene.With(thing);
    }

    private static Pace PaceOf(Scene scene, ObjectId id, string place) =>
        Pace.Of(scene, scene.Object(id, place).Id) ?? throw new Refusal(place, $"{scene.Object(id).Name} has no two keys between which it goes; key its travel or its position first");
}
