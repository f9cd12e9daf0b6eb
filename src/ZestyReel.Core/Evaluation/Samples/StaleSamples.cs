using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Which samples a change makes stale.</summary>
public static class StaleSamples
{
    /// <summary>The channels of objects that have to be sampled anew, and where in time.</summary>
    /// <param name="change">The change.</param>
    /// <param name="after">The scene after it.</param>
    /// <param name="retimed">The objects whose time flows otherwise.</param>
    public static IReadOnlyList<StaleTarget> Stale(this SceneChange change, Scene after, RetimedObjects retimed)
    {
        var stale = new Dictionary<ObjectId, Staleness>();
        void Add(ObjectId id, IEnumerable<string> channels, TickInterval within)
        {
            if (!after.Objects.ContainsKey(id)) return;
            if (!stale.TryGetValue(id, out var known)) stale[id] = known = new();
            known.Channels.UnionWith(channels);
            known.Within = known.Within.With(within);
        }
        foreach (var id in retimed.In(after)) Add(id, AllOf(after.Object(id)), TickInterval.All);
        foreach (var (row, before, now) in change.Rows)
        {
            if (row.Kind == RowKind.Channel) Add(new ObjectId(row.Id), [LayeredName.ChannelOf(row.Channel)], Differing(before as Channel, now as Channel));
            else if (row.Kind == RowKind.Object && now is SceneObject thing)
            {
                // Also one with nothing to sample anew: what rolls inside it rests on it.
                var reached = Reached(before as SceneObject, thing).ToList();
                Add(thing.Id, reached, reached.Count > 0 ? TickInterval.All : TickInterval.None);
            }
        }
        foreach (var (id, channels) in change.Layered(after)) Add(id, channels, TickInterval.All);
        foreach (var (placed, channels) in change.MovedClips(after)) Add(placed.Object, channels, TickInterval.All);
        foreach (var (id, known) in stale)
            // Quaternion interpolation is one of all three channels together, and reaches to the keys of each.
            if (after.Object(id).RotationInterpolation == RotationInterpolation.Quaternion && QuaternionRotation.Channels.Any(known.Channels.Contains))
                Add(id, QuaternionRotation.Channels, TickInterval.All);
        foreach (var (id, channels) in change.Loosened(after, stale.Keys)) Add(id, channels, TickInterval.All);
        // A speed sums up from the scene's first frame on.
        foreach (var (id, known) in stale)
            foreach (var phase in known.Channels.Select(DeformerChannels.PhaseOf).OfType<string>().ToList()) Add(id, [phase], TickInterval.All);
        if (change.MovesStart())
            foreach (var thing in after.Objects.Values)
                if (thing.Deformers is { } stack) Add(thing.Id, stack.Specs.Select(spec => spec.Name).Where(name => DeformerChannels.SpeedOf(name) is not null), TickInterval.All);
        // Who aims, or bounces, rests on more than what carries it: then each looks at all.
        var rests = after.Objects.Values.Any(thing => thing.Aim is not null || thing.Bounce is not null) ? null : new Dictionary<ObjectId, bool>();
        foreach (var thing in after.Objects.Values)
            // What rolls adds up all that comes before.
            if (thing.Roll is { } roll && RestsOnStale(after, thing, stale, rests)) Add(thing.Id, [roll.Channel], TickInterval.All);
        foreach (var thing in after.Objects.Values)
            if (thing.Follow is not null && RestsOnStale(after, thing, stale, rests)) Add(thing.Id, [Follow.Travel], TickInterval.All);
        foreach (var thing in after.Objects.Values)
            if (thing.Aim is not null && RestsOnStale(after, thing, stale, rests)) Add(thing.Id, [Aim.Weight], TickInterval.All);
        return
        [
            .. stale.Select(each => (thing: after.Object(each.Key), each.Value.Channels, each.Value.Within))
                .Select(each => new StaleTarget(new SampleTarget(each.thing, each.thing.Specs.RemoveAll(spec => !each.Channels.Contains(spec.Name))), each.Within))
                .Where(target => !target.Channels.IsEmpty),
        ];
    }

    /// <summary>What nobody keyed is otherwise: what sways, lags or bounces and is stale in something that has a say in that, and all of it where the scene range starts elsewhere.</summary>
    private static IEnumerable<(ObjectId Object, IEnumerable<string> Channels)> Loosened(this SceneChange change, Scene after, IEnumerable<ObjectId> stale)
    {
        var isAll = change.MovesStart();
        var known = stale.ToHashSet();
        // All that bounces bounces together, also off what does not any more.
        var isBounced = new Lazy<bool>(() => change.Rows.Any(row => (row.Before as SceneObject)?.Bounce != (row.After as SceneObject)?.Bounce)
            || after.Bouncing().Take(1).Any(thing => after.Behind(thing.Id).Any(each => known.Contains(each.Id))));
        return
        [
            .. from thing in after.Objects.Values
               where thing.IsLoose
               let isStale = isAll || known.Contains(thing.Id) || thing.Bounce is { On: true } && isBounced.Value
                   || thing.Lag is { On: true, World: true } && Stages.Reads(after, thing).Any(known.Contains)
               where isStale
               select (thing.Id, LooseChannels(thing)),
        ];
    }

    private static bool MovesStart(this SceneChange change) => change.Rows.Any(row => row is { Before: SceneSettings a, After: SceneSettings b } && a.Range.First != b.Range.First);

    private static IEnumerable<string> LooseChannels(SceneObject thing) =>
        [.. (thing.Sway is { On: true } sway ? sway.Channels : []), .. (thing.Lag is { On: true } lag ? lag.Moved : []), .. (thing.Bounce is { On: true } ? Lag.Place : [])];

    /// <summary>Where in time a channel's own values differ, its keys being where they are in source time.</summary>
    private static TickInterval Differing(Channel? before, Channel? now) => (before, now) switch
    {
        ({ Curve: { } was }, { Curve: { } isNow }) => CurveDifference.Between(was, isNow),
        ({ Curve: null } was, { Curve: null } isNow) when was.Still == isNow.Still => TickInterval.None,
        _ => TickInterval.All,
    };

    /// <summary>What is stale of an object.</summary>
    private sealed class Staleness
    {
        /// <summary>Which channels.</summary>
        public HashSet<string> Channels { get; } = [];

        /// <summary>Where in source time.</summary>
        public TickInterval Within { get; set; } = TickInterval.None;
    }

    /// <summary>The placed clips whose rate and phase have to be sampled anew.</summary>
    public static IReadOnlyList<PlacedClip> StaleClips(this SceneChange change, Scene after, RetimedObjects retimed)
    {
        var clips = change.Rows.Where(row => row.Row.Kind == RowKind.Clip).Select(row => new ClipId(row.Row.Id)).ToHashSet();
        var placed = change.Rows.Where(row => row.Row.Kind == RowKind.PlacedClip).Select(row => new PlacedClipId(row.Row.Id)).ToHashSet();
        return [.. after.PlacedClips.Values.Where(one => placed.Contains(one.Id) || clips.Contains(one.Clip) || retimed.Has(one.Object))];
    }

    private static IEnumerable<string> AllOf(SceneObject thing) => thing.Specs.Select(spec => spec.Name);

    /// <summary>The channels that an object's own row reaches.</summary>
    private static IEnumerable<string> Reached(SceneObject? before, SceneObject now)
    {
        if (before is null) return AllOf(now);
        IEnumerable<string> rotations = (before.RotationInterpolation, before.RotationOrder, before.Roll) != (now.RotationInterpolation, now.RotationOrder, now.Roll) ? QuaternionRotation.Channels : [];
        // Elsewhere in the world it rolls otherwise.
        if (before.Carrier != now.Carrier && now.Roll is { } roll) rotations = rotations.Append(roll.Channel);
        if ((before.Sway, before.Lag, before.Bounce) != (now.Sway, now.Lag, now.Bounce)) rotations = rotations.Concat(LooseChannels(before)).Concat(LooseChannels(now));
        // Channels that it has not had.
        if (now.Uses != before.Uses) rotations = rotations.Concat(now.Specs.Select(spec => spec.Name).Where(ChannelCatalogue.IsOfLoose));
        // Another kind of deformer may have the same channels, and what was in force without keys has come.
        if (!Equals(now.Deformers, before.Deformers) && now.Deformers is { } stack) rotations = rotations.Concat(stack.Specs.Select(spec => spec.Name));
        if (before.Fade is null && now.Fade is not null) rotations = rotations.Append(Fade.Edge).Append(Fade.Softness);
        // Off its path it may stand in other ways, and have another speed, though no channel of its own has changed.
        if (before.Aim != now.Aim) rotations = rotations.Append(now.Aim is null ? "rotation.x" : Aim.Weight);
        return before.Follow == now.Follow ? rotations : rotations.Append(now.Follow is null ? "position.x" : Follow.Travel);
    }

    /// <summary>What lies in layers that came, went or changed otherwise than in name; where another solo passes layers over, what lies in any.</summary>
    private static IEnumerable<(ObjectId Object, IEnumerable<string> Channels)> Layered(this SceneChange change, Scene after)
    {
        var layers = new HashSet<LayerId>();
        foreach (var row in change.Rows)
        {
            if (row.Row.Kind != RowKind.Layer) continue;
            var (was, isNow) = ((Layer?)row.Before, (Layer?)row.After);
            if (was is { Solo: true } != isNow is { Solo: true }) layers.UnionWith(after.Layers.Keys);
            if (was is null || isNow is null || (was.On, was.Mode, was.Place, was.Strength) != (isNow.On, isNow.Mode, isNow.Place, isNow.Strength)) layers.Add(new(row.Row.Id));
        }
        if (layers.Count == 0) yield break;
        foreach (var thing in after.Objects.Values)
        {
            var names = thing.Channels.Keys.Where(name => LayeredName.LayerOf(name) is { } layer && layers.Contains(layer)).Select(LayeredName.ChannelOf).ToList();
            if (names.Count > 0) yield return (thing.Id, names);
        }
    }

    /// <summary>Placed clips that came, went or changed, with the channels of theirs.</summary>
    private static IEnumerable<(PlacedClip Placed, IEnumerable<string> Channels)> MovedClips(this SceneChange change, Scene after)
    {
        var changed = change.Rows.Where(row => row.Row.Kind == RowKind.Clip).ToDictionary(row => new ClipId(row.Row.Id));
        IEnumerable<string> ChannelsOf(ClipId id)
        {
            var row = changed.GetValueOrDefault(id);
            return new[] { after.Clips.GetValueOrDefault(id), row?.Before as Clip }.OfType<Clip>().SelectMany(clip => clip.Channels.Keys);
        }
        foreach (var row in change.Rows)
            if (row.Row.Kind == RowKind.PlacedClip)
                foreach (var placed in new[] { row.Before, row.After }.OfType<PlacedClip>()) yield return (placed, ChannelsOf(placed.Clip));
        if (changed.Count == 0) yield break;
        foreach (var placed in after.PlacedClips.Values.Where(one => changed.ContainsKey(one.Clip))) yield return (placed, ChannelsOf(placed.Clip));
    }

    /// <summary>
    /// Whether an object, or something that it is worked out from, is sampled anew. What it reads comes nearest first and
    /// rests on what follows, so that each is looked at once, however many read it.
    /// </summary>
    private static bool RestsOnStale(Scene scene, SceneObject thing, Dictionary<ObjectId, Staleness> stale, Dictionary<ObjectId, bool>? known)
    {
        if (known is null) return Stages.Reads(scene, thing).Prepend(thing.Id).Any(stale.ContainsKey);
        var way = new List<ObjectId>();
        var found = false;
        foreach (var id in Stages.Reads(scene, thing).Prepend(thing.Id))
        {
            if (known.TryGetValue(id, out found)) break;
            way.Add(id);
            if (found = stale.ContainsKey(id)) break;
        }
        foreach (var each in way) known[each] = found;
        return found;
    }
}
