using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>The values that keep objects where they are in the world at some played moments, whatever carries or turns them after a change.</summary>
/// <param name="before">The scene before.</param>
/// <param name="after">The scene after, with the values as they were.</param>
/// <param name="ticks">Played moments.</param>
internal sealed class KeptWorlds(Scene before, Scene after, double[] ticks)
{
    private readonly FrameTimes _before = new(before, ticks), _after = new(after, ticks);
    private WorldSampler? _worldsBefore, _worldsAfter;

    /// <summary>Nine rows of an object's own values, one for each channel of its transform, at each of the moments.</summary>
    /// <exception cref="Refusal">What carries it has no size, or something drives a channel so that no value keeps it.</exception>
    public double[][] Values(SceneObject thing)
    {
        var (rows, specs) = (Seen(thing), WorldSampler.TransformOf(thing));
        for (var c = 0; c < 9; c++) Own(thing, specs[c], rows[c]);
        return rows;
    }

    /// <summary>The same as they are to be seen, whatever else drives them.</summary>
    /// <param name="thing">The object after.</param>
    /// <param name="was">Whose place it keeps; its own when left out.</param>
    /// <exception cref="Refusal">What carries it has no size.</exception>
    public double[][] Seen(SceneObject thing, ObjectId? was = null)
    {
        var old = was ?? thing.Id;
        var worlds = (_worldsBefore ??= new WorldSampler(before, _before)).Worlds(old);
        var sampler = _worldsAfter ??= new WorldSampler(after, _after);
        var parents = sampler.Around(thing);
        var targets = thing.Aim is { } aim ? (At: sampler.Origins(aim.At), Weights: Stages.Values(thing, Aim.Weight, _after)) : default;
        var rotationsBefore = Array.ConvertAll(QuaternionRotation.Channels, name => Stages.Values(before.Object(old), name, _before));
        var rows = Enumerable.Range(0, 9).Select(_ => new double[ticks.Length]).ToArray();
        for (var i = 0; i < ticks.Length; i++)
        {
            var local = worlds[i];
            if (parents is not null)
                local = (parents[i].Inverse() ?? throw new Refusal("parent", "the new parent has no size on one of its keys; nothing can keep its place under it")) * local;
            // What it aims at turns it before its own rotation.
            if (thing.Aim is { } how)
                local = (Aiming.At(how, targets.Weights[i], parents?[i] ?? Transform.Identity, new(local.Px, local.Py, local.Pz), targets.At[i]).Conjugate().AsTransform() * local) with { Px = local.Px, Py = local.Py, Pz = local.Pz };
            var (position, rotation, scale) = (local.Position, local.Rotation(thing.RotationOrder), local.Scale);
            double[] values = [position.X, position.Y, position.Z, rotation.X, rotation.Y, rotation.Z, scale.X, scale.Y, scale.Z];
            for (var c = 0; c < 9; c++) rows[c][i] = values[c];
            // A rotation goes on from the one before it as it did, so that no key winds the object round once more.
            double Expected(int axis) => i == 0 ? rotationsBefore[axis][0] : rows[3 + axis][i - 1] + rotationsBefore[axis][i] - rotationsBefore[axis][i - 1];
            (rows[3][i], rows[4][i], rows[5][i]) = Transform.NearestRotation(rotation, (Expected(0), Expected(1), Expected(2)), thing.RotationOrder);
        }
        return rows;
    }

    /// <summary>Leads values of a channel, as they are to be seen after the change, to those of its own keys.</summary>
    /// <exception cref="Refusal">Something drives the channel so that no value of its own gives what is to be seen.</exception>
    public void Own(SceneObject thing, ChannelSpec spec, double[] values)
    {
        if (Stages.DriverOf(thing, spec.Name, _after) is not { } driver) return;
        for (var i = 0; i < values.Length; i++)
            values[i] = Stages.OwnValue(thing, spec, values[i], new FrameTimes(after, [ticks[i]]))
                ?? throw new Refusal("objects", $"{thing.Name}'s {spec.Name} is driven by {driver}; it cannot keep its place");
    }
}
