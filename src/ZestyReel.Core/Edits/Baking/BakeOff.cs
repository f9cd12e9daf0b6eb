using System.Collections.Immutable;
using ZestyReel.Core.Baking;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What a bake writes down of which objects, and how it is taken off them.</summary>
internal sealed class BakeOff(Scene scene, Bake bake)
{
    private readonly FrameTimes _start = new(scene, [scene.Rate.At(bake.First, "first").Value]);
    private readonly ILookup<ObjectId, PlacedClip> _placed = scene.PlacedClips.Values.ToLookup(placed => placed.Object);

    private bool Takes(BakePart part) => bake.Parts is not { } parts || parts.Contains(part);

    /// <summary>The objects with the channels that are written down: those wanted, and those that cannot be without each other.</summary>
    /// <exception cref="Refusal">A channel is not there, is locked, or nothing moves.</exception>
    public ImmutableArray<BakedObject> Objects()
    {
        var objects = ImmutableArray.CreateBuilder<BakedObject>();
        var twin = scene.NextObjectId().Value;
        foreach (var group in bake.Targets.GroupBy(target => target.Object))
        {
            var thing = scene.Object(group.Key, "targets.object");
            var names = group.Any(target => target.Channel is null)
                ? thing.Specs.Where(spec => Stages.Moves(thing, spec.Name, _start) && !(bake.Into == BakeInto.Keys && IsOwn(thing, spec.Name))).Select(spec => spec.Name).ToHashSet()
                : group.Select(target => thing.OwnSpec(target.Channel!, "targets.channel").Name).ToHashSet();
            var transform = WorldSampler.TransformOf(thing).Select(spec => spec.Name).ToHashSet();
            var isCarried = Takes(BakePart.Path) && thing.Follow is not null || Takes(BakePart.Aim) && thing.Aim is not null;
            // Where the world or a path says where it is, the nine channels say it together.
            var isPlaced = bake.Into == BakeInto.Twin || bake.Into == BakeInto.Keys && (bake.World || isCarried && (group.Any(target => target.Channel is null) || names.Overlaps(transform)));
            if (isPlaced && (bake.Into == BakeInto.Keys || group.Any(target => target.Channel is null))) names.UnionWith(transform);
            if (isPlaced) names.RemoveWhere(name => name == Follow.Travel && Takes(BakePart.Path) || name == Aim.Weight && Takes(BakePart.Aim) || bake.Into == BakeInto.Twin && ChannelCatalogue.UseFor(name) != ChannelUses.None);
            // What says how it is loose says nothing more once that is written down.
            if (Takes(BakePart.Loose) && group.Any(target => target.Channel is null)) names.RemoveWhere(ChannelCatalogue.IsOfLoose);
            if (bake.Into == BakeInto.Keys && QuaternionRotation.Channels.Any(name => names.Contains(name) && QuaternionRotation.Covers(thing, name))) names.UnionWith(QuaternionRotation.Channels);
            if (bake.Into == BakeInto.Keys)
                foreach (var name in names) thing.Unlocked(name, "targets");
            ImmutableArray<ChannelSpec> specs = [.. thing.Specs.Where(spec => names.Contains(spec.Name))];
            if (bake.Into == BakeInto.Layer) RefuseAboveLayers(thing, names);
            if (!specs.IsEmpty) objects.Add(new(thing, bake.Into == BakeInto.Twin ? new ObjectId(twin++) : thing.Id, specs, isPlaced));
        }
        return objects.Count > 0 ? objects.DrainToImmutable() : throw Nothing();
    }

    /// <summary>Whether a channel's own keys alone say what is seen of it, and stay exact if they are left as they are.</summary>
    private bool IsOwn(SceneObject thing, string channel)
    {
        if (Stages.DriverOf(thing, channel, _start) is not null || !ReferenceEquals(_start.For(thing.Id, channel), _start.ForScene()) || QuaternionRotation.Covers(thing, channel)) return false;
        if (thing.Channels.GetValueOrDefault(channel)?.Curve is not { } curve) return true;
        var (from, to) = (scene.Rate.At(bake.First, "first"), scene.Rate.At(bake.Last, "last"));
        return (from >= curve.Keys[0].Time || curve.Before == Extrapolation.Hold) && (to <= curve.Keys[^1].Time || curve.After == Extrapolation.Hold);
    }

    private Refusal Nothing()
    {
        var moves = bake.Targets.Select(target => scene.Object(target.Object)).FirstOrDefault(thing => thing.Specs.Any(spec => Stages.Moves(thing, spec.Name, _start)));
        return moves is null
            ? new("targets", "nothing moves there, so there is nothing to bake")
            : new("targets", $"{moves.Name} moves by its own keys alone, so there is nothing to bake; choose channels to sample them all the same");
    }

    private void RefuseAboveLayers(SceneObject thing, HashSet<string> names)
    {
        if (thing.Roll is { } roll && names.Contains(roll.Channel))
            throw new Refusal("into", $"{thing.Name} rolls, which lies above all layers; leave its rotation out, or bake into keys or a twin");
        if (!Takes(BakePart.Loose) && BakedLoose.On(thing).FirstOrDefault(each => each.Channels.Any(names.Contains)) is { Word: { } word })
            throw new Refusal("parts", $"{thing.Name} {word}, which lies above all layers; bake that as well, or bake into keys or a twin");
    }

    /// <summary>The scene without what is written down, and with twins that have no keys yet.</summary>
    /// <exception cref="Refusal">Something covers more than is written down, or is locked.</exception>
    public Scene Prepared(ImmutableArray<BakedObject> objects)
    {
        if (bake.Into == BakeInto.Layer) return !Takes(BakePart.Loose) ? scene : objects.Aggregate(scene, (next, baked) => next.With(BakedLoose.Off(baked.Was, [.. baked.Specs.Select(spec => spec.Name)])));
        if (bake.Into == BakeInto.Twin) return WithTwins(objects);
        var next = scene;
        foreach (var baked in objects)
        {
            var names = baked.Specs.Select(spec => spec.Name).ToHashSet();
            next = next.With(Bare(baked.Was, names, baked.IsPlaced));
            if (Takes(BakePart.Clips)) next = WithoutClips(next, baked.Was, names);
            if (Takes(BakePart.Time)) next = Untimed(next, baked.Was, names);
        }
        // Off its path, something hangs below its parent again.
        SceneTies.CarryNoCircle(next);
        return next.WithoutLost(scene);
    }

    private SceneObject Bare(SceneObject thing, HashSet<string> names, bool isPlaced)
    {
        if (QuaternionRotation.Channels.Any(name => names.Contains(name) && QuaternionRotation.Covers(thing, name))) thing = thing with { RotationInterpolation = RotationInterpolation.EachAxis };
        if (Takes(BakePart.Layers))
            foreach (var layer in _start.Layers)
                foreach (var name in names.Select(name => LayeredName.Of(layer.Id, name)).Where(thing.Channels.ContainsKey))
                {
                    if (layer.Locked) throw new Refusal("parts", $"{layer.Name} is locked; unlock it, or leave layers out");
                    thing.Unlocked(name, "parts");
                    thing = thing with { Channels = thing.Channels.Remove(name) };
                }
        if (Takes(BakePart.Loose)) thing = BakedLoose.Off(thing, names);
        if (Takes(BakePart.Roll) && thing.Roll is { } roll && names.Contains(roll.Channel)) thing = thing with { Roll = null };
        if (!isPlaced) return thing;
        if (Takes(BakePart.Path)) thing = thing.Following(null);
        if (Takes(BakePart.Aim)) thing = thing.Aiming(null);
        return bake.World ? thing with { Parent = null } : thing;
    }

    private Scene WithoutClips(Scene next, SceneObject thing, HashSet<string> names)
    {
        if (!_placed.Contains(thing.Id)) return next;
        foreach (var placed in _placed[thing.Id])
        {
            var channels = scene.Clips[placed.Clip].Channels.Keys;
            if (!channels.Any(names.Contains)) continue;
            if (channels.FirstOrDefault(name => !names.Contains(name)) is { } other)
                throw new Refusal("parts", $"{scene.Clips[placed.Clip].Name} moves {thing.Name}'s {other} as well; bake that too, or leave clips out");
            next = next with { PlacedClips = next.PlacedClips.Remove(placed.Id) };
        }
        return next;
    }

    /// <summary>Without warps and cues over the object. What covers the whole scene stays, and keys are set where it shows them.</summary>
    private static Scene Untimed(Scene next, SceneObject thing, HashSet<string> names)
    {
        foreach (var warp in next.Warps.Values.Where(warp => warp.On && warp.Targets is not null))
        {
            var left = Left(warp.Targets!.Value, warp.Name);
            if (left.Length < warp.Targets.Value.Length) next = left.IsEmpty ? next with { Warps = next.Warps.Remove(warp.Id) } : next.With(warp with { Targets = left });
        }
        foreach (var cue in next.Cues.Values.Where(cue => cue.On))
        {
            var left = Left(cue.Starts, cue.Name);
            if (left.Length < cue.Starts.Length) next = left.IsEmpty ? next with { Cues = next.Cues.Remove(cue.Id) } : next.With(cue with { Starts = left });
        }
        return next;

        ImmutableArray<TimeTarget> Left(ImmutableArray<TimeTarget> targets, string name) => targets.RemoveAll(target =>
        {
            if (target.Object != thing.Id) return false;
            if (target.Channel is { } channel) return names.Contains(channel);
            if (next.Object(thing.Id).Channels.FirstOrDefault(each => each.Value.Curve is not null && !names.Contains(LayeredName.ChannelOf(each.Key))).Key is { } other)
                throw new Refusal("parts", $"{name} retimes {thing.Name}'s {LayeredName.ChannelOf(other)} as well; bake that too, or leave warps and cues out");
            return true;
        });
    }

    private Scene WithTwins(ImmutableArray<BakedObject> objects)
    {
        if (scene.Objects.Count + objects.Length > Scene.MostObjects) throw new Refusal("into", $"a scene has room for {Scene.MostObjects} objects");
        var names = new FreeNames(scene.ObjectNames());
        var place = scene.Objects.Values.Max(thing => thing.Place);
        var next = scene;
        foreach (var baked in objects)
        {
            if (baked.Was.Kind == ObjectKind.Path) throw new Refusal("into", $"{baked.Was.Name} is a path, which has no twin; bake it into keys");
            next = next.With(new SceneObject(baked.Id, names.Take(baked.Was.Name + " baked"), baked.Was.Kind, null, ++place, baked.Was.RotationOrder, ImmutableSortedDictionary<string, Channel>.Empty));
        }
        return next;
    }
}
