using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Baking;

/// <summary>Writes what clips add to a channel down as keys, within a tolerance; see <see cref="Traced"/>.</summary>
internal static class ClipBaking
{
    /// <summary>Most moments that are looked for at which a clip comes to one of its keys.</summary>
    private const int MostMoments = 100_000;

    /// <summary>The channel by itself as it was with the clips, in source time.</summary>
    /// <param name="scene">The scene with the clips.</param>
    /// <param name="thing">Whose channel.</param>
    /// <param name="spec">The channel.</param>
    /// <param name="placed">The clips on the object.</param>
    /// <param name="tolerance">The largest difference in value; above 0.</param>
    /// <exception cref="Refusal">It would take too many keys.</exception>
    public static Channel Of(Scene scene, SceneObject thing, ChannelSpec spec, ImmutableArray<PlacedClip> placed, double tolerance)
    {
        var channel = thing.Channel(spec.Name);
        // Keys stand in source time: there are no warps between it and what is traced.
        var plain = scene with { Warps = scene.Warps.Clear(), Cues = scene.Cues.Clear(), Layers = scene.Layers.Clear(), Objects = scene.Objects.SetItem(thing.Id, thing with { Roll = null, Parent = null }) };
        var traced = plain.Object(thing.Id);
        var keys = Traced.Keys(
            [.. Moments(scene, thing, spec, placed)],
            (times, values) => Stages.Values(traced, spec.Name, new FrameTimes(plain, times)).CopyTo(values),
            null, tolerance, holdsOnly: false);
        return channel with { Curve = new Curve([.. keys.Select(spec.Fitted)]) };
    }

    /// <summary>Where the motion may jump or bend: at the channel's own keys, and wherever a clip starts, ends or comes to a key of its own.</summary>
    private static SortedSet<Tick> Moments(Scene scene, SceneObject thing, ChannelSpec spec, ImmutableArray<PlacedClip> placed)
    {
        var moments = new SortedSet<Tick>();
        IEnumerable<string> own = QuaternionRotation.Covers(thing, spec.Name) ? QuaternionRotation.Channels : [spec.Name];
        foreach (var name in own)
            if (thing.Channel(name).Curve is { } curve) moments.UnionWith(curve.Keys.Select(key => key.Time));
        var those = placed.Where(one => scene.Clips[one.Clip].Channels.ContainsKey(spec.Name)).ToList();
        foreach (var one in those)
        {
            moments.UnionWith([one.Start, one.End, new Tick(one.End.Value + 1)]);
            var keys = scene.Clips[one.Clip].Channels[spec.Name].Keys;
            foreach (var place in keys.Select(key => (double)key.Time.Value).Prepend(0).Append(scene.Clips[one.Clip].Length).Distinct())
                foreach (var moment in ClipSamples.MomentsOf(scene, one, place, MostMoments))
                    moments.UnionWith([new Tick((long)Math.Floor(moment)), new Tick((long)Math.Ceiling(moment))]);
            // A turning point of its rate turns its motion.
            if (one.Rate.Curve is { } rate) moments.UnionWith(rate.Keys.Select(key => key.Time).Where(time => time > one.Start && time < one.End));
            if (moments.Count > Traced.MostKeys) throw Traced.TooMany();
        }
        // What goes on outside the keys is written down as far as the scene is played.
        if (thing.Channel(spec.Name).Curve is { } goesOn)
            CycleMoments.AddTo(moments, goesOn, (scene.Rate.StartOf(scene.Settings.Range.First), scene.Rate.StartOf(scene.Settings.Range.Last)));
        return moments;
    }
}
