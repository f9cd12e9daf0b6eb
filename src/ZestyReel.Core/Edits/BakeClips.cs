using System.Collections.Immutable;
using ZestyReel.Core.Clips;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Writes what clips add to objects down as keys, and takes the clips off: the motion stays as it is.</summary>
/// <param name="Objects">On which objects.</param>
/// <param name="Tolerance">The largest difference in value, in each channel's unit.</param>
public sealed record BakeClips(ImmutableArray<ObjectId> Objects, double Tolerance = 0.001) : Edit
{
    private const int PerFrame = 4, MostPlaces = 400_000, MostMoments = 10_000;

    public override string Title(Scene scene) =>
        $"Bake the clips of {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")}";

    public override Scene Apply(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (!(Tolerance > 0) || !double.IsFinite(Tolerance)) throw new Refusal("tolerance", "the tolerance is above 0");
        var written = 0;
        foreach (var id in Objects.Distinct())
        {
            var thing = scene.Object(id, "objects");
            ImmutableArray<PlacedClip> placed = [.. scene.PlacedClips.Values.Where(one => one.Object == id)];
            if (placed.IsEmpty) continue;
            var mix = new ClipMix(scene, placed);
            var next = thing;
            foreach (var spec in ChannelCatalogue.Of(thing.Kind).Where(spec => mix.Covers(spec.Name)))
            {
                ImmutableArray<PlacedClip> those = [.. placed.Where(one => scene.Clips[one.Clip].Channels.ContainsKey(spec.Name))];
                next = next.WithChannel(spec.Name, Written(scene, spec, thing.Unlocked(spec.Name, "objects"), mix, those));
            }
            scene = scene.With(next) with { PlacedClips = scene.PlacedClips.RemoveRange(placed.Select(one => one.Id)) };
            written++;
        }
        return written > 0 ? scene : throw new Refusal("objects", "there are no clips on the selected objects");
    }

    private Channel Written(Scene scene, ChannelSpec spec, Channel channel, ClipMix mix, ImmutableArray<PlacedClip> placed)
    {
        double[] times = [.. Places(scene, spec.Name, channel, placed)];
        var added = mix.Added(spec.Name, times);
        var near = 0;
        // A curve may overshoot what its channel can have; a key cannot.
        var dense = times.Select((time, i) => new Key(
            new Tick((long)time), spec.Within((channel.Curve?.ValueAt(time, ref near) ?? channel.Still) + added[i]), Interpolation.Linear, Interpolation.Linear));
        var curve = new Curve([.. dense]);
        return channel with { Curve = curve.WithKeys(Reduction.Of(curve, [(0, curve.Keys.Length - 1)], Tolerance)) };
    }

    /// <summary>
    /// Whole ticks at which the motion is looked at: all over the clips and the channel's own keys, and on both sides of
    /// every moment at which it may jump or turn: at the ends of clips, and whenever one comes to a key of its own.
    /// </summary>
    private static SortedSet<double> Places(Scene scene, string name, Channel channel, ImmutableArray<PlacedClip> placed)
    {
        var places = new SortedSet<double>();
        double first = placed.Min(one => one.Start).Value - 1, last = placed.Max(one => one.End).Value + 1;
        if (channel.Curve is { } curve)
        {
            foreach (var key in curve.Keys)
            {
                places.Add(key.Time.Value);
                if (key.In == Interpolation.Hold || key.Out == Interpolation.Hold) places.Add(key.Time.Value - 1);
            }
            (first, last) = (Math.Min(first, places.Min), Math.Max(last, places.Max));
            // What goes on outside the keys is written down as far as the scene is played.
            if (curve.Before != Extrapolation.Hold) first = Math.Min(first, scene.Rate.StartOf(scene.Settings.Range.First).Value);
            if (curve.After != Extrapolation.Hold) last = Math.Max(last, scene.Rate.StartOf(scene.Settings.Range.Last).Value);
        }
        var step = Math.Max(scene.Rate.TicksPerFrame / PerFrame, (last - first) / MostPlaces);
        for (var at = Math.Ceiling(first / step); at * step <= last; at++) places.Add(Math.Round(at * step));
        places.UnionWith([first, last]);
        foreach (var one in placed)
        {
            places.UnionWith([one.Start.Value - 1, one.Start.Value, one.End.Value, one.End.Value + 1]);
            var own = scene.Clips[one.Clip].Channels[name].Keys;
            foreach (var place in own.Select(key => (double)key.Time.Value).Prepend(0).Distinct())
                foreach (var moment in ClipSamples.MomentsOf(scene, one, place, MostMoments)) places.UnionWith([Math.Ceiling(moment) - 1, Math.Ceiling(moment)]);
        }
        return places;
    }
}
