using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.Bvh;

/// <summary>Joints of a scene as they are seen, as a BVH file has them.</summary>
public static class BvhSkeleton
{
    /// <summary>The motion of a joint and all joints below it, over the stretch of its keys or else of the scene.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="root">The uppermost joint; its place is that in the world.</param>
    /// <param name="stop">Ends it early.</param>
    /// <exception cref="Refusal">It is no joint, or its motion is too long.</exception>
    public static BvhMotion Of(Scene scene, ObjectId root, CancellationToken stop = default)
    {
        if (scene.Object(root, "root").Kind != ObjectKind.Joint) throw new Refusal("root", $"{scene.Object(root).Name} is no joint; select the uppermost joint of a skeleton");
        var children = scene.WithDescendants([root]).Where(thing => thing.Kind == ObjectKind.Joint && thing.Parent is not null).ToLookup(thing => thing.Parent!.Value);
        var ordered = new List<SceneObject>();
        // A skeleton may be deeper than a program calls itself.
        var waiting = new Stack<SceneObject>([scene.Object(root)]);
        while (waiting.TryPop(out var thing))
        {
            ordered.Add(thing);
            foreach (var child in children[thing.Id].OrderByDescending(child => child.Place).ThenByDescending(child => child.Id)) waiting.Push(child);
        }
        var (step, moments) = Moments(scene, ordered);
        if (ordered.Count * 6L * moments.Length > BvhReader.MostNumbers) throw new Refusal("root", "the motion is too long for a file; shorten the scene");
        var times = new FrameTimes(scene, moments) { Stop = stop };
        var joints = ImmutableArray.CreateBuilder<BvhJoint>();
        var columns = new List<double[]>();
        var places = new Dictionary<ObjectId, int>();
        foreach (var thing in ordered)
        {
            if (EndOf(thing) is not null) continue;
            var isRoot = thing.Id == root;
            places[thing.Id] = joints.Count;
            string[] positions = ["position.x", "position.y", "position.z"];
            var moves = isRoot || positions.Any(name => Stages.Moves(thing, name, times));
            var rest = moves ? Vector.Zero : Still(thing);
            var channels = ImmutableArray.CreateBuilder<BvhChannel>();
            var world = isRoot && thing.Carrier is not null ? new WorldSampler(scene, times).Worlds(root) : null;
            if (moves)
                for (var axis = 0; axis < 3; axis++)
                {
                    channels.Add((BvhChannel)axis);
                    columns.Add(world is null ? Stages.Values(thing, positions[axis], times) : [.. world.Select(at => axis switch { 0 => at.Px, 1 => at.Py, _ => at.Pz })]);
                }
            foreach (var axis in thing.RotationOrder.Axes())
            {
                channels.Add(BvhChannel.Xrotation + (int)axis);
                var which = axis;
                columns.Add(world is null
                    ? Stages.Values(thing, $"rotation.{(char)('x' + (int)axis)}", times)
                    : [.. world.Select(at => at.Rotation(thing.RotationOrder) is var turn && which == Axis.X ? turn.X : which == Axis.Y ? turn.Y : turn.Z)]);
            }
            var end = children[thing.Id].Where(child => EndOf(child) is not null).Select(Still).Cast<Vector?>().FirstOrDefault();
            joints.Add(new(thing.Name, isRoot ? null : places[thing.Parent!.Value], rest, channels.DrainToImmutable(), end ?? (children[thing.Id].Any() ? null : Vector.Zero)));
        }
        return new(joints.DrainToImmutable(), step, [.. Enumerable.Range(0, moments.Length).Select(i => columns.Select(column => column[i]).ToArray())]);

        // A bone's end: nothing hangs below it, and nothing moves it.
        SceneObject? EndOf(SceneObject thing) =>
            thing.Id != root && !children[thing.Id].Any() && thing.Channels.Values.All(channel => channel.Curve is null) && thing.Name.EndsWith(BvhBringing.End, StringComparison.Ordinal) ? thing : null;
    }

    private static Vector Still(SceneObject thing) => new(thing.Channel("position.x").Still, thing.Channel("position.y").Still, thing.Channel("position.z").Still);

    /// <summary>When it is sampled: where its own keys stand evenly, at these; else on the scene's frames.</summary>
    private static (decimal Step, double[] Moments) Moments(Scene scene, List<SceneObject> joints)
    {
        var keyed = joints.SelectMany(thing => thing.Channels).FirstOrDefault(each => !LayeredName.Is(each.Key) && each.Value.Curve?.Keys.Length > 1).Value?.Curve;
        if (keyed is not null && scene.Warps.IsEmpty && scene.Cues.IsEmpty)
        {
            var (first, last) = (keyed.Keys[0].Time, keyed.Keys[^1].Time);
            // As short a number of seconds as gives these very times.
            var exact = (decimal)(last - first).Value / (keyed.Keys.Length - 1) / Tick.PerSecond;
            for (var digits = 3; digits <= 10; digits++)
            {
                var step = Math.Round(exact, digits);
                if (step > 0 && keyed.Keys.Select((key, i) => Math.Abs(first.Value + i * step * Tick.PerSecond - key.Time.Value)).All(off => off <= 1)) return (step, [.. keyed.Keys.Select(key => (double)key.Time.Value)]);
            }
        }
        var range = scene.Settings.Range;
        if (range.Count > 1_000_000) throw new Refusal("root", "the scene is too long for a file; shorten it");
        return (Math.Round((decimal)scene.Rate.TicksPerFrame / Tick.PerSecond, 9), [.. Enumerable.Range(0, (int)range.Count).Select(i => (double)scene.Rate.StartOf(range.First + i).Value)]);
    }
}
