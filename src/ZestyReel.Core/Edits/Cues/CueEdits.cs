using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What edits of cues share.</summary>
internal static class CueEdits
{
    /// <summary>The list without what stands in it twice.</summary>
    /// <exception cref="Refusal">An object or channel is not there, or the list is empty.</exception>
    public static ImmutableArray<TimeTarget> Checked(Scene scene, ImmutableArray<TimeTarget> starts)
    {
        if (starts.IsDefaultOrEmpty) throw new Refusal("starts", "select what the cue is to start");
        foreach (var (id, channel) in starts)
        {
            var thing = scene.Object(id, "starts.object");
            if (channel is not null) thing.OwnSpec(channel, "starts.channel");
        }
        return [.. starts.Distinct()];
    }

    /// <summary>A name for a cue: after the first thing that it starts.</summary>
    public static string NameFor(Scene scene, ImmutableArray<TimeTarget> starts) =>
        starts.IsDefaultOrEmpty || scene.Objects.GetValueOrDefault(starts[0].Object) is not { } first ? "Cue" : Names.Checked($"{first.Name} starts", "name");

    /// <summary>When the first key of some motion is seen without any cue; where nothing is keyed, the first frame of the scene.</summary>
    public static Tick FirstSeen(Scene scene, ImmutableArray<TimeTarget> starts)
    {
        var flow = new TimeFlow(scene with { Cues = scene.Cues.Clear() });
        double? first = null;
        void Seen(double? time) => first = time is { } seen ? Math.Min(first ?? seen, seen) : first;
        foreach (var (id, only) in starts)
        {
            foreach (var (name, channel) in scene.Object(id).Channels)
                if (channel.Curve is { } curve && (only is null || only == LayeredName.ChannelOf(name))) Seen(flow.PlayedOf(CurveRef.Of(id, name), curve.Keys[0].Time.Value));
            if (only is not null) continue;
            foreach (var placed in scene.PlacedClips.Values)
                if (placed.Object == id) Seen(flow.PlayedOf(id, placed.Start.Value));
        }
        return first is { } found ? new((long)Math.Round(found)) : scene.Rate.StartOf(scene.Settings.Range.First);
    }
}
