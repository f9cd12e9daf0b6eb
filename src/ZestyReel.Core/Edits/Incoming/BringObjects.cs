using System.Collections.Immutable;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Brings objects of another scene in, with their motion and the layers that they have keys in.</summary>
/// <param name="From">The other scene. What it has besides objects and layers stays behind.</param>
/// <param name="Objects">Which of its objects; all where none is said. What they hang below comes along.</param>
/// <param name="Start">The frame on which the other scene's first comes to stand.</param>
/// <param name="Keep">Whether the other scene's seconds or its frames are kept, where its rate is another.</param>
/// <param name="Grow">The scene range reaches to the last key afterwards.</param>
public sealed record BringObjects(Scene From, ImmutableArray<ObjectId> Objects, decimal Start, RateKeep Keep = RateKeep.Clock, bool Grow = false) : Edit, IMadeHere
{
    /// <inheritdoc/>
    public override bool MayTakeLong() => From.Objects.Count > 500;

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Bring in {Names.Shown(From.Settings.Name)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var from = From.Rate == scene.Rate ? From : new SetRate(scene.Rate, Keep).Within(From);
        var later = new Later(scene.Rate.At(Start, "start") - scene.Rate.StartOf(from.Settings.Range.First));
        var chosen = Chosen(from);
        if (chosen.Count == 0) throw new Refusal("objects", "there is no object to bring in");
        if (scene.Objects.Count + chosen.Count > Scene.MostObjects) throw new Refusal("objects", $"a scene has room for {Scene.MostObjects} objects");
        var (id, place) = (scene.NextObjectId().Value, scene.Objects.IsEmpty ? 0 : scene.Objects.Values.Max(thing => thing.Place) + 1);
        var numbers = chosen.Index().ToDictionary(each => each.Item.Id, each => new ObjectId(id + each.Index));
        var names = new FreeNames(scene.ObjectNames());
        var (next, layers) = WithLayers(scene, from, chosen, later);
        foreach (var (i, thing) in chosen.Index())
        {
            Effort.Done(i, chosen.Count);
            next = next.With(Moved(Tied(thing, numbers), layers, later) with { Id = numbers[thing.Id], Name = names.Take(thing.Name), Place = place + i });
        }
        if (!Grow) return next;
        var last = numbers.Values.SelectMany(each => next.Objects[each].Channels.Values).Select(channel => channel.Curve?.Keys[^1].Time).Max();
        return last is { } end ? GrownRange.To(next, end) : next;
    }

    private List<SceneObject> Chosen(Scene from)
    {
        var wanted = Objects.IsDefaultOrEmpty ? null : Objects.SelectMany(each => from.WithAncestors(from.Object(each, "objects").Id)).Select(thing => thing.Id).ToHashSet();
        return [.. from.InOrder().Where(thing => wanted is null || wanted.Contains(thing.Id))];
    }

    /// <summary>The object with what it points at among those that come, and without the rest.</summary>
    private static SceneObject Tied(SceneObject thing, Dictionary<ObjectId, ObjectId> numbers)
    {
        var tied = thing with { Parent = thing.Parent is { } parent ? numbers[parent] : null };
        if (tied.Follow is { } follow) tied = tied.Following(numbers.TryGetValue(follow.Path, out var path) ? follow with { Path = path } : null);
        if (tied.Aim is { } aim) tied = tied.Aiming(numbers.TryGetValue(aim.At, out var target) ? aim with { At = target } : null);
        if (tied.Bounce is { } bounce) tied = tied with { Bounce = bounce with { Against = [.. bounce.Against.Where(numbers.ContainsKey).Select(each => numbers[each])] } };
        return tied;
    }

    private static SceneObject Moved(SceneObject thing, Dictionary<LayerId, LayerId> layers, Later later) => thing with
    {
        Channels = thing.Channels.ToImmutableSortedDictionary(
            each => LayeredName.LayerOf(each.Key) is { } layer ? LayeredName.Of(layers[layer], LayeredName.ChannelOf(each.Key)) : each.Key,
            each => each.Value.Curve is { } curve ? each.Value with { Curve = later.Applied(curve) } : each.Value),
    };

    /// <summary>The scene with the layers that the objects have keys in above its own, and their numbers there by those that they have.</summary>
    private static (Scene Scene, Dictionary<LayerId, LayerId> Numbers) WithLayers(Scene scene, Scene from, List<SceneObject> chosen, Later later)
    {
        var used = chosen.SelectMany(thing => thing.Channels.Keys).Select(LayeredName.LayerOf).OfType<LayerId>().ToHashSet();
        var numbers = new Dictionary<LayerId, LayerId>();
        foreach (var layer in from.LayersUpwards().Where(layer => used.Contains(layer.Id)))
        {
            var strength = layer.Strength.Curve is { } curve ? layer.Strength with { Curve = later.Applied(curve) } : layer.Strength;
            var made = layer with { Id = scene.NextId(), Name = LayerEdits.FreeName(scene, layer.Name), Place = scene.Layers.Count, Strength = strength };
            numbers[layer.Id] = made.Id;
            scene = scene.With(made);
        }
        return (scene, numbers);
    }
}
