using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>All that decides some motion: as long as these are the same, so is the motion, and what was worked out of it still holds.</summary>
internal static class Decisive
{
    /// <summary>What decides motion that is worked out from some channels and places.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="reads">What it is worked out from; see <see cref="RestsOn"/>.</param>
    public static ImmutableArray<object> Of(Scene scene, IEnumerable<TimeTarget> reads)
    {
        var cues = scene.Cues.IsEmpty ? null : CueMoments.Of(scene);
        return Of(scene, reads, cues is null ? null : cues.Starting, cue => cues!.At(cue));
    }

    /// <summary>The same, with the cues that start an object, and the moments of these.</summary>
    public static ImmutableArray<object> Of(Scene scene, IEnumerable<TimeTarget> reads, Func<TimeTarget, IEnumerable<Cue>>? starting, Func<Cue, CueMoment> moment)
    {
        var all = ImmutableArray.CreateBuilder<object>();
        all.Add(scene.Warps);
        all.Add(scene.Clips);
        all.Add(scene.PlacedClips);
        all.Add(scene.Rate);
        foreach (var read in reads)
        {
            var thing = scene.Object(read.Object);
            all.Add(thing);
            if (thing.IsLayered) all.Add(scene.Layers);
            // What nobody keyed starts with the scene range, and so do speeds.
            if (thing.IsLoose || thing.Deformers is not null) all.Add(scene.Settings.Range.First);
            if (starting is null) continue;
            foreach (var cue in starting(read))
            {
                all.Add(cue);
                all.Add(moment(cue));
            }
        }
        return all.DrainToImmutable();
    }
}
