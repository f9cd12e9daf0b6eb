using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;

namespace ZestyReel.Core.Edits;

/// <summary>Gives objects another rotation order.</summary>
/// <param name="Objects">The objects.</param>
/// <param name="Order">The new order.</param>
/// <param name="KeepPoses">
/// The rotations are rewritten so that every pose at a key is the same as before; else the numbers stay and the poses change.
/// Each of the three rotations then has a key wherever one of them had.
/// </param>
public sealed record SetRotationOrder(ImmutableArray<ObjectId> Objects, RotationOrder Order, bool KeepPoses = true) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"Rotation order {Order.ToString().ToLowerInvariant()} for {(Objects is [var only] ? scene.Objects.GetValueOrDefault(only)?.Name : $"{Objects.Length} objects")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Enum.IsDefined(Order)) throw new Refusal("order", "there is no such rotation order");
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        foreach (var id in Objects)
        {
            var thing = scene.Object(id, "objects");
            if (thing.RotationOrder == Order) continue;
            if (KeepPoses && (thing.Roll is not null || QuaternionRotation.Channels.Any(FrameTimes.At(scene, new Tick(0)).ClipsOn(id) is { } clips ? clips.Covers : _ => false)))
                throw new Refusal("objects", $"clips or rolling rotate {thing.Name}, and in another order would rotate it otherwise; bake the clips first, or take them off, and let it not roll");
            if (KeepPoses && thing.Channels.Keys.FirstOrDefault(name => LayeredName.Is(name) && QuaternionRotation.Channels.Contains(LayeredName.ChannelOf(name))) is { } turned)
                throw new Refusal("objects", $"{scene.Layer(LayeredName.LayerOf(turned)!.Value).Name} rotates {thing.Name}, and in another order would rotate it otherwise; merge it first");
            scene = scene.With((KeepPoses ? Converted(thing) : thing) with { RotationOrder = Order });
        }
        return scene;
    }

    private SceneObject Converted(SceneObject thing)
    {
        var channels = Array.ConvertAll(QuaternionRotation.Channels, name => thing.Unlocked(name, "objects"));
        var times = channels.Select(c => c.Curve).OfType<Curve>().SelectMany(curve => curve.Keys).Select(key => key.Time).Distinct().Order().ToList();
        double[] Turns(double ticks) => Array.ConvertAll(channels, channel => channel.ValueAt(ticks));
        if (times.Count == 0)
        {
            var still = Turned(thing, Turns(0), Turns(0));
            for (var axis = 0; axis < 3; axis++) thing = thing.WithChannel(QuaternionRotation.Channels[axis], channels[axis] with { Still = still[axis] });
            return thing;
        }
        // A rotation goes on from the pose before as it did, so that no key winds the object round once more.
        var poses = new List<double[]>();
        foreach (var time in times)
        {
            var now = Turns(time.Value);
            var expected = now;
            if (poses.Count > 0)
            {
                var before = Turns(times[poses.Count - 1].Value);
                expected = [.. Enumerable.Range(0, 3).Select(axis => poses[^1][axis] + now[axis] - before[axis])];
            }
            poses.Add(Turned(thing, now, expected));
        }
        for (var axis = 0; axis < 3; axis++)
        {
            var known = channels[axis].Curve;
            var keys = times.Select((time, i) => known?.IndexOf(time) is { } at and >= 0
                ? known.Keys[at] with { Value = poses[i][axis] }
                : new Key(time, poses[i][axis]));
            thing = thing.WithChannel(QuaternionRotation.Channels[axis], channels[axis] with
            {
                Curve = new Curve([.. keys], known?.Before ?? Extrapolation.Hold, known?.After ?? Extrapolation.Hold),
            });
        }
        return thing;
    }

    private double[] Turned(SceneObject thing, double[] turns, double[] expected)
    {
        var pose = Transform.Of((0, 0, 0), (turns[0], turns[1], turns[2]), (1, 1, 1), thing.RotationOrder).Rotation(Order);
        var (x, y, z) = Transform.NearestRotation(pose, (expected[0], expected[1], expected[2]), Order);
        return [x, y, z];
    }
}
