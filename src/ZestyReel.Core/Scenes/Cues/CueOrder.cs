using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>Which cues rest on which others: the moment of a cue rests on every cue that starts what it watches, or what carries that.</summary>
public static class CueOrder
{
    /// <summary>The cues of a scene, each after those that it rests on.</summary>
    /// <exception cref="Refusal">Cues wait for each other in a circle; it is told with their names.</exception>
    public static ImmutableArray<Cue> Of(Scene scene)
    {
        var starters = scene.Cues.Values.Where(cue => cue.On).SelectMany(cue => cue.Starts.Select(target => (target, cue))).ToLookup(each => each.target.Object);
        var order = ImmutableArray.CreateBuilder<Cue>(scene.Cues.Count);
        var done = new HashSet<CueId>();
        foreach (var first in scene.Cues.Values)
        {
            if (done.Contains(first.Id)) continue;
            // Cues can be in a chain as long as there are cues: it is walked, not called.
            var way = new OrderedDictionary<CueId, (Cue Cue, Queue<Cue> Next)>();
            void Enter(Cue cue) => way.Add(cue.Id, (cue, new(Below(scene, cue, starters))));
            Enter(first);
            while (way.Count > 0)
            {
                var (cue, next) = way.GetAt(way.Count - 1).Value;
                if (!next.TryDequeue(out var below))
                {
                    way.RemoveAt(way.Count - 1);
                    done.Add(cue.Id);
                    order.Add(cue);
                }
                else if (way.IndexOf(below.Id) is var at and >= 0) throw Circle(way.Values.Skip(at).Select(each => each.Cue.Name), below.Name);
                else if (!done.Contains(below.Id)) Enter(below);
            }
        }
        return order.DrainToImmutable();
    }

    /// <summary>What the moment of a cue is worked out from.</summary>
    public static IEnumerable<TimeTarget> Reads(Scene scene, Cue cue)
    {
        if (cue.When.Object is not { } watched) return [];
        return cue.When.Channel is { } channel
            ? RestsOn.Channel(scene, watched, channel)
            : RestsOn.Place(scene, watched).Concat(RestsOn.Place(scene, cue.When.Other!.Value)).Distinct();
    }

    private static IEnumerable<Cue> Below(Scene scene, Cue cue, ILookup<ObjectId, (TimeTarget Target, Cue Cue)> starters) =>
        starters.Count == 0 ? [] : Reads(scene, cue).SelectMany(read => starters[read.Object].Where(each => RestsOn.Touches(each.Target, read)).Select(each => each.Cue)).Distinct();

    private static Refusal Circle(IEnumerable<string> names, string first) =>
        new("when", $"{string.Join(" would wait for ", names.Append(first))}; motion cannot wait for itself");
}
