using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Writes a cue into the keys and clips of what it starts, by moving them, and takes it away: what is played stays as it is, to the tick.</summary>
public sealed record BakeCue(CueId Cue) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Bake cue {scene.Cue(Cue).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var cue = scene.Cue(Cue);
        if (!cue.On) throw new Refusal("cue", $"{cue.Name} is switched off, so nothing would be written; switch it on first");
        if (CueMoments.Of(scene).ShiftOf(cue) is not { } shift) throw new Refusal("cue", $"what {cue.Name} waits for never happens, so it has no time to write down; change what it waits for, or delete it");
        var (flow, later) = (new TimeFlow(scene), new Later(shift));
        foreach (var id in cue.Starts.Select(target => target.Object).Distinct())
        {
            var thing = scene.Object(id);
            foreach (var (name, channel) in thing.Channels)
            {
                if (channel.Curve is not { } curve || !cue.Covers(id, name)) continue;
                scene.At(CurveRef.Of(id, name), "cue").Unlocked("cue");
                RefuseWarped(flow.Covering(id, name), cue, thing);
                thing = thing.WithChannel(name, channel with { Curve = later.Applied(curve) });
            }
            scene = scene.With(thing);
            foreach (var placed in scene.PlacedClips.Values.Where(placed => placed.Object == id))
            {
                // A clip stands in the time of its object; its channels may be started apart from it.
                if (scene.Clips[placed.Clip].Channels.Keys.All(channel => !cue.Covers(id, channel))) continue;
                if (!cue.Covers(id, "")) throw new Refusal("cue", $"{thing.Name} has clips on it, and {cue.Name} starts only some of its channels; bake the clips first, or take them off");
                RefuseWarped(flow.Covering(id, ""), cue, thing);
                scene = scene.With(later.Applied(placed)!);
            }
        }
        return scene with { Cues = scene.Cues.Remove(Cue) };
    }

    private static void RefuseWarped(TimeStack way, Cue cue, SceneObject thing)
    {
        if (way.Warps.Length > 0)
            throw new Refusal("cue", $"{way.Warps[^1].Name} lies between {cue.Name} and the keys of {thing.Name}; bake that first, or switch it off");
    }
}
