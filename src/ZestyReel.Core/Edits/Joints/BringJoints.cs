using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Brings in a skeleton with dense motion, at the motion's own times: they are never put on the scene's frames.</summary>
/// <param name="Joints">The joints, parents before their children.</param>
/// <param name="Start">The frame of the first moment.</param>
/// <param name="Step">Seconds from one moment to the next.</param>
/// <param name="Onto">The motion goes onto objects of the same names, and no joint is made; where they rest is left as it is.</param>
/// <param name="Grow">The scene range reaches to the last moment afterwards.</param>
/// <param name="Lock">Channels that are keyed are locked, so that the captured keys are not changed by hand.</param>
/// <param name="WithLayer">An empty layer is put on top, which takes the changes.</param>
/// <param name="Unlock">Motion goes onto channels that are locked, too.</param>
public sealed record BringJoints(ImmutableArray<BroughtJoint> Joints, decimal Start, decimal Step, bool Onto = false, bool Grow = false, bool Lock = true, bool WithLayer = true, bool Unlock = false) : Edit
{
    /// <summary>Most joints at once.</summary>
    public const int MostJoints = 2_000;

    /// <summary>Most values of all channels together.</summary>
    public const long MostValues = 20_000_000;

    private const decimal LongestStep = 3600;

    /// <inheritdoc/>
    public override string Title(Scene scene) => Joints.IsDefaultOrEmpty ? "Bring in joints" : $"Bring in {Names.Shown(Joints[0].Name)}{(Joints.Length > 1 ? $" and {Joints.Length - 1} more joints" : "")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Joints.IsDefaultOrEmpty) throw new Refusal("joints", "there is no joint");
        if (Joints.Length > MostJoints) throw new Refusal("joints", $"more than {MostJoints} joints are too many");
        if (Step is <= 0 or > LongestStep) throw new Refusal("step", "from one moment to the next it is more than 0 seconds, and an hour at most");
        var times = Times(scene);
        var next = Onto ? OntoExisting(scene, times) : AsNew(scene, times);
        if (Grow && !times.IsEmpty) next = GrownRange.To(next, times[^1]);
        if (WithLayer) next = next.With(LayerEdits.New(next, LayerEdits.FreeName(next, "Clean-up")));
        return next;
    }

    /// <summary>When the moments are; each is rounded for itself, so that nothing adds up.</summary>
    private ImmutableArray<Tick> Times(Scene scene)
    {
        var counts = Joints.SelectMany(joint => joint.Channels.IsDefault ? [] : joint.Channels).Select(channel => channel.Values.IsDefault ? 0 : channel.Values.Length).Distinct().ToList();
        if (counts.Count > 1) throw new Refusal("joints", "all channels have as many values");
        var count = counts.FirstOrDefault();
        if (count * Joints.Sum(joint => joint.Channels.IsDefault ? 0L : joint.Channels.Length) > MostValues) throw new Refusal("joints", $"more than {MostValues} values are too many");
        var start = scene.Rate.At(Start, "start");
        var times = ImmutableArray.CreateBuilder<Tick>(count);
        for (var i = 0; i < count; i++)
        {
            var time = new Tick(start.Value + (long)Math.Round(Math.Min(i * Step * Tick.PerSecond, long.MaxValue / 4), MidpointRounding.ToEven));
            if (!time.IsWithinReach) throw new Refusal("step", "the motion lasts beyond the frames that there can be");
            if (i > 0 && time <= times[^1]) throw new Refusal("step", "the moments are too close together");
            times.Add(time);
        }
        return times.DrainToImmutable();
    }

    private Scene AsNew(Scene scene, ImmutableArray<Tick> times)
    {
        if (scene.Objects.Count + Joints.Length > Scene.MostObjects) throw new Refusal("joints", $"a scene has room for {Scene.MostObjects} objects");
        var names = new FreeNames(scene.ObjectNames());
        var (id, place) = (scene.NextObjectId().Value, scene.Objects.IsEmpty ? 0 : scene.Objects.Values.Max(thing => thing.Place) + 1);
        var next = scene;
        foreach (var (i, joint) in Joints.Index())
        {
            if (joint.Parent is { } parent && (parent < 0 || parent >= i)) throw new Refusal($"joints[{i}].parent", "a parent comes before its children");
            if (!Enum.IsDefined(joint.Order)) throw new Refusal($"joints[{i}].order", "there is no such order of rotations");
            var thing = new SceneObject(new(id + i), names.Take(Names.Checked(joint.Name, $"joints[{i}].name")), ObjectKind.Joint, joint.Parent is { } above ? new ObjectId(id + above) : null, place + i, joint.Order, ImmutableSortedDictionary<string, Channel>.Empty);
            foreach (var (name, value) in (ReadOnlySpan<(string, double)>)[("position.x", joint.Offset.X), ("position.y", joint.Offset.Y), ("position.z", joint.Offset.Z)])
                thing = thing.WithChannel(name, new Channel(thing.Spec(name, "joints").Checked(value, $"joints[{i}].offset")));
            next = next.With(Moved(thing, joint, times, i));
        }
        return next;
    }

    private Scene OntoExisting(Scene scene, ImmutableArray<Tick> times)
    {
        var byName = scene.Objects.Values.ToDictionary(thing => thing.Name);
        var (next, found) = (scene, false);
        foreach (var (i, joint) in Joints.Index())
        {
            if (joint.Channels.IsDefaultOrEmpty || !byName.TryGetValue(joint.Name, out var thing)) continue;
            if (!Unlock)
            {
                foreach (var channel in joint.Channels) thing.Unlocked(channel.Channel, "onto");
            }
            found = true;
            next = next.With(Moved(thing with { RotationOrder = joint.Order, RotationInterpolation = RotationInterpolation.EachAxis }, joint, times, i));
        }
        return found ? next : throw new Refusal("onto", "no object has the name of a joint; bring it in as new joints");
    }

    private SceneObject Moved(SceneObject thing, BroughtJoint joint, ImmutableArray<Tick> times, int place)
    {
        foreach (var (name, values) in joint.Channels.IsDefault ? [] : joint.Channels)
        {
            var spec = thing.OwnSpec(name, $"joints[{place}].channels");
            if (spec.HoldsOnly) throw new Refusal($"joints[{place}].channels", $"{spec.Name} is not a channel of motion");
            if (times.IsEmpty) continue;
            var keys = ImmutableArray.CreateBuilder<Key>(times.Length);
            for (var k = 0; k < times.Length; k++) keys.Add(new(times[k], spec.Checked(values[k], $"joints[{place}].channels"), Interpolation.Linear, Interpolation.Linear));
            thing = thing.WithChannel(name, thing.Channel(name) with { Curve = new Curve(keys.MoveToImmutable()), Locked = Lock });
        }
        return thing;
    }
}
