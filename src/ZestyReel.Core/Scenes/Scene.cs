using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>Objects, their channels, the rate and the ranges. A scene is never changed: an edit makes the next one.</summary>
public sealed record Scene(
    SceneSettings Settings,
    ImmutableSortedDictionary<ObjectId, SceneObject> Objects,
    ImmutableSortedDictionary<WarpId, Warp> Warps,
    ImmutableSortedDictionary<BookmarkId, Bookmark> Bookmarks,
    ImmutableSortedDictionary<NamedSelectionId, NamedSelection> NamedSelections,
    ImmutableSortedDictionary<ClipId, Clip> Clips,
    ImmutableSortedDictionary<PlacedClipId, PlacedClip> PlacedClips,
    ImmutableSortedDictionary<CueId, Cue> Cues,
    ImmutableSortedDictionary<LayerId, Layer> Layers,
    ImmutableSortedDictionary<BackdropId, Backdrop> Backdrops,
    ImmutableSortedDictionary<SoundId, Sound> Sounds,
    ImmutableSortedDictionary<MarkId, Mark> Marks)
{
    /// <summary>Most objects in a scene.</summary>
    public const int MostObjects = 20_000;

    /// <summary>A scene of 24 frames a second with nothing in it.</summary>
    public static Scene Empty(string name) => new(
        new SceneSettings(Names.Checked(name, "name"), FrameRate.Film, new(1, 120), new(1, 120)),
        ImmutableSortedDictionary<ObjectId, SceneObject>.Empty,
        ImmutableSortedDictionary<WarpId, Warp>.Empty,
        ImmutableSortedDictionary<BookmarkId, Bookmark>.Empty,
        ImmutableSortedDictionary<NamedSelectionId, NamedSelection>.Empty,
        ImmutableSortedDictionary<ClipId, Clip>.Empty,
        ImmutableSortedDictionary<PlacedClipId, PlacedClip>.Empty,
        ImmutableSortedDictionary<CueId, Cue>.Empty,
        ImmutableSortedDictionary<LayerId, Layer>.Empty,
        ImmutableSortedDictionary<BackdropId, Backdrop>.Empty,
        ImmutableSortedDictionary<SoundId, Sound>.Empty,
        ImmutableSortedDictionary<MarkId, Mark>.Empty);

    /// <summary>Frames per second.</summary>
    public FrameRate Rate => Settings.Rate;

    /// <exception cref="Refusal">There is no such object.</exception>
    public SceneObject Object(ObjectId id, string place = "object") =>
        Objects.GetValueOrDefault(id) ?? throw new Refusal(place, "there is no such object any more");

    /// <summary>The object of that name; null where there is none.</summary>
    public SceneObject? Find(string name) => Objects.Values.FirstOrDefault(o => o.Name == name);

    /// <exception cref="Refusal">There is no such warp.</exception>
    public Warp Warp(WarpId id, string place = "warp") =>
        Warps.GetValueOrDefault(id) ?? throw new Refusal(place, "there is no such warp any more");

    /// <summary>The scene with a warp added or replaced.</summary>
    public Scene With(Warp changed) => this with { Warps = Warps.SetItem(changed.Id, changed) };

    /// <exception cref="Refusal">There is no such clip.</exception>
    public Clip Clip(ClipId id, string place = "clip") =>
        Clips.GetValueOrDefault(id) ?? throw new Refusal(place, "there is no such clip any more");

    /// <exception cref="Refusal">There is no such placed clip.</exception>
    public PlacedClip Placed(PlacedClipId id, string place = "placed") =>
        PlacedClips.GetValueOrDefault(id) ?? throw new Refusal(place, "there is no such clip on an object any more");

    /// <summary>The scene with a clip added or replaced.</summary>
    public Scene With(Clip changed) => this with { Clips = Clips.SetItem(changed.Id, changed) };

    /// <summary>The scene with a placed clip added or replaced.</summary>
    public Scene With(PlacedClip changed) => this with { PlacedClips = PlacedClips.SetItem(changed.Id, changed) };

    /// <exception cref="Refusal">There is no such cue.</exception>
    public Cue Cue(CueId id, string place = "cue") =>
        Cues.GetValueOrDefault(id) ?? throw new Refusal(place, "there is no such cue any more");

    /// <summary>The scene with a cue added or replaced.</summary>
    public Scene With(Cue changed) => this with { Cues = Cues.SetItem(changed.Id, changed) };

    /// <exception cref="Refusal">There is no such layer.</exception>
    public Layer Layer(LayerId id, string place = "layer") =>
        Layers.GetValueOrDefault(id) ?? throw new Refusal(place, "there is no such layer any more");

    /// <summary>The scene with a layer added or replaced.</summary>
    public Scene With(Layer changed) => this with { Layers = Layers.SetItem(changed.Id, changed) };

    /// <summary>The picture behind a view or a camera; null where there is none.</summary>
    public Backdrop? BackdropOf(BackdropView? view, ObjectId? camera) => Backdrops.Values.FirstOrDefault(each => each.IsBehind(view, camera));

    /// <summary>The scene with a background picture added or replaced.</summary>
    public Scene With(Backdrop changed) => this with { Backdrops = Backdrops.SetItem(changed.Id, changed) };

    /// <exception cref="Refusal">There is no such sound.</exception>
    public Sound Sound(SoundId id, string place = "sound") =>
        Sounds.GetValueOrDefault(id) ?? throw new Refusal(place, "there is no such sound any more");

    /// <summary>The scene with a sound added or replaced.</summary>
    public Scene With(Sound changed) => this with { Sounds = Sounds.SetItem(changed.Id, changed) };

    /// <summary>The sounds in the order of their lanes.</summary>
    public IEnumerable<Sound> SoundsDownwards() => Sounds.Values.OrderBy(sound => sound.Place).ThenBy(sound => sound.Id);

    /// <summary>The files beside it that the scene needs, each once.</summary>
    public IReadOnlyDictionary<AssetHash, NamedAsset> Assets() =>
        Backdrops.Values.Concat<INamesAssets>(Sounds.Values).Concat(Objects.Values.Where(thing => thing.Mesh is not null)).SelectMany(part => part.Assets()).DistinctBy(each => each.Asset).ToDictionary(each => each.Asset);

    /// <summary>The layers from the lowest to the highest.</summary>
    public IEnumerable<Layer> LayersUpwards() => Layers.Values.OrderBy(layer => layer.Place).ThenBy(layer => layer.Id);

    /// <summary>The scene with an object added or replaced.</summary>
    public Scene With(SceneObject changed) => this with { Objects = Objects.SetItem(changed.Id, changed) };

    /// <summary>Objects in the order in which they are shown: a parent, then its children.</summary>
    public IEnumerable<SceneObject> InOrder()
    {
        var children = Objects.Values.OrderBy(o => o.Place).ThenBy(o => o.Id).ToLookup(o => o.Parent);
        var waiting = new Stack<SceneObject>(children[null].Reverse());
        while (waiting.TryPop(out var next))
        {
            yield return next;
            foreach (var child in children[next.Id].Reverse()) waiting.Push(child);
        }
    }

    /// <summary>Objects and all that hang below them, each once.</summary>
    public IEnumerable<SceneObject> WithDescendants(IEnumerable<ObjectId> ids)
    {
        var children = Objects.Values.ToLookup(o => o.Parent);
        var found = new HashSet<ObjectId>();
        var waiting = new Stack<SceneObject>(ids.Select(id => Object(id)));
        while (waiting.TryPop(out var next))
        {
            if (!found.Add(next.Id)) continue;
            yield return next;
            foreach (var child in children[next.Id]) waiting.Push(child);
        }
    }

    /// <summary>The object itself, its parent, and so on to the top.</summary>
    public IEnumerable<SceneObject> WithAncestors(ObjectId id)
    {
        for (SceneObject? at = Object(id); at is not null; at = at.Parent is { } parent ? Object(parent) : null) yield return at;
    }

    /// <summary>The object itself, what carries it, what carries that, and so on: its path where it follows one, else its parent.</summary>
    /// <exception cref="Refusal">They make a circle, which no scene that keeps to the rules has.</exception>
    public IEnumerable<SceneObject> WithCarriers(ObjectId id)
    {
        var seen = 0;
        for (SceneObject? at = Object(id); at is not null; at = at.Carrier is { } carrier ? Object(carrier) : null)
        {
            if (seen++ > Objects.Count) throw new Refusal("follow", $"{at.Name} would be carried by itself");
            yield return at;
        }
    }

    /// <summary>The object itself and all that its place in the world is worked out from, each once: what carries it, what carries that and so on, and what any of these aims at or bounces off with all behind that.</summary>
    public IEnumerable<SceneObject> Behind(ObjectId id)
    {
        var haveBounced = false;
        var seen = new HashSet<ObjectId>();
        var waiting = new Queue<ObjectId>([id]);
        while (waiting.TryDequeue(out var next))
            foreach (var each in WithCarriers(next))
            {
                if (!seen.Add(each.Id)) break;
                yield return each;
                if (each.Aim is { } aim) waiting.Enqueue(aim.At);
                if (haveBounced || each.Bounce is not { On: true }) continue;
                // All that bounces bounces together.
                haveBounced = true;
                foreach (var other in Bouncing()) waiting.Enqueue(other.Id);
                foreach (var other in BouncedOff()) waiting.Enqueue(other);
            }
    }

    /// <summary>What falls and bounces, by name: the same order whatever number each has.</summary>
    public IEnumerable<SceneObject> Bouncing() => Objects.Values.Where(thing => thing.Bounce is { On: true }).OrderBy(thing => thing.Name, StringComparer.Ordinal);

    /// <summary>What is bounced off though it does not bounce itself.</summary>
    public IEnumerable<ObjectId> BouncedOff() =>
        Bouncing().SelectMany(thing => thing.Bounce!.Against).Distinct().Where(id => Object(id).Bounce is not { On: true }).OrderBy(id => Object(id).Name, StringComparer.Ordinal);

    /// <summary>A number that no clip has.</summary>
    public ClipId NextClipId() => new(Clips.IsEmpty ? 1 : Clips.Keys.Max().Value + 1);

    /// <summary>A number that no placed clip has.</summary>
    public PlacedClipId NextPlacedClipId() => new(PlacedClips.IsEmpty ? 1 : PlacedClips.Keys.Max().Value + 1);

    /// <summary>A number that no background picture has.</summary>
    public BackdropId NextBackdropId() => new(Backdrops.IsEmpty ? 1 : Backdrops.Keys.Max().Value + 1);

    /// <summary>A number that no sound has.</summary>
    public SoundId NextSoundId() => new(Sounds.IsEmpty ? 1 : Sounds.Keys.Max().Value + 1);

    /// <summary>A number that no mark has.</summary>
    public MarkId NextMarkId() => new(Marks.IsEmpty ? 1 : Marks.Keys.Max().Value + 1);

    /// <summary>A number that no object has.</summary>
    public ObjectId NextObjectId() => new(Objects.IsEmpty ? 1 : Objects.Keys.Max().Value + 1);

    /// <summary>A number that no warp has.</summary>
    public WarpId NextWarpId() => new(Warps.IsEmpty ? 1 : Warps.Keys.Max().Value + 1);

    /// <summary>The names of all objects.</summary>
    public IReadOnlySet<string> ObjectNames() => Objects.Values.Select(o => o.Name).ToHashSet();

    /// <summary>Every curve that stands on the scene's clock: those of channels, in layers too, of warps, of the rates of clips, of the strengths of layers and of sounds.</summary>
    public IEnumerable<Curve> Curves() =>
        Objects.Values.SelectMany(o => o.Channels.Values).Select(c => c.Curve).OfType<Curve>()
            .Concat(Warps.Values.Select(w => w.Curve))
            .Concat(PlacedClips.Values.Select(placed => placed.Rate.Curve).OfType<Curve>())
            .Concat(Layers.Values.Select(layer => layer.Strength.Curve).OfType<Curve>())
            .Concat(Sounds.Values.SelectMany(sound => new[] { sound.Gain.Curve, sound.Mute.Curve }).OfType<Curve>());

    /// <summary>How many keys stand in all channels, warps, rates, strengths and sounds.</summary>
    public long KeyCount() => Curves().Sum(curve => (long)curve.Keys.Length);
}
