using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// When the cues of a scene call, and by how much what they start is shifted. Worked out once for a scene; where all that
/// a cue rests on is as it was in another scene, what was found there still holds. Safe to use from several threads.
/// </summary>
public sealed class CueMoments
{
    private static readonly ConditionalWeakTable<Scene, CueMoments> OfScenes = [];
    private static readonly ConditionalWeakTable<Cue, Found> Known = [];

    private readonly Scene _scene;
    private readonly ILookup<ObjectId, (TimeTarget Target, Cue Cue)> _starts;
    private readonly Dictionary<CueId, CueMoment> _moments = [];
    private readonly Lock _turn = new();
    private bool _isFinding;

    private CueMoments(Scene scene)
    {
        _scene = scene;
        _starts = scene.Cues.Values.Where(cue => cue.On).SelectMany(cue => cue.Starts.Select(target => (target, cue))).ToLookup(each => each.target.Object);
    }

    /// <summary>Those of a scene.</summary>
    public static CueMoments Of(Scene scene) => OfScenes.GetValue(scene, static each => new(each));

    /// <summary>When a cue calls, be it on or off.</summary>
    public CueMoment At(Cue cue)
    {
        // While they are worked out, whatever a cue rests on has been before it.
        lock (_turn)
        {
            if (_moments.TryGetValue(cue.Id, out var known)) return known;
            if (_isFinding) throw new InvalidOperationException($"{cue.Name} was asked for before what it rests on.");
            FindAll();
            return _moments[cue.Id];
        }
    }

    /// <summary>By how much later than its keys say what a cue starts is seen; null where the cue never calls.</summary>
    public TickSpan? ShiftOf(Cue cue) => At(cue).At is { } moment ? new(moment.Value + cue.Offset.Value - cue.Anchor.Value) : null;

    /// <summary>The cue that starts a channel of an object, or with the empty name the object as a whole; null where none does.</summary>
    public Cue? Starting(ObjectId id, string channel)
    {
        foreach (var (target, cue) in _starts[id])
            if (target.Depth(id, channel) is not null) return cue;
        return null;
    }

    /// <summary>The cues that start an object or some channel of it.</summary>
    public IEnumerable<Cue> Starting(ObjectId id) => _starts[id].Select(each => each.Cue).Distinct();

    /// <summary>The cues that start what something is worked out from.</summary>
    internal IEnumerable<Cue> Starting(TimeTarget read) => _starts[read.Object].Where(each => Scenes.RestsOn.Touches(each.Target, read)).Select(each => each.Cue);

    private void FindAll()
    {
        _isFinding = true;
        try
        {
            foreach (var cue in CueOrder.Of(_scene)) _moments[cue.Id] = Find(cue);
        }
        finally
        {
            _isFinding = false;
        }
    }

    private CueMoment Find(Cue cue)
    {
        if (cue.When.Event == CueEvent.Bookmark) return new CueSearch(_scene, cue.When, cue.From).Found();
        var rests = RestsOn(cue);
        if (Known.TryGetValue(cue, out var known) && known.On.AsSpan().SequenceEqual(rests.AsSpan())) return known.Moment;
        var moment = new CueSearch(_scene, cue.When, cue.From).Found();
        Known.AddOrUpdate(cue, new(rests, moment));
        return moment;
    }

    /// <summary>All that decides when a cue calls: as long as these are the same, so is the moment.</summary>
    private ImmutableArray<object> RestsOn(Cue cue) =>
        Decisive.Of(_scene, CueOrder.Reads(_scene, cue), Starting, starter => _moments[starter.Id]).Add(_scene.Settings.Range).Add(CueSearch.FramesOf(_scene));

    private sealed record Found(ImmutableArray<object> On, CueMoment Moment);
}
