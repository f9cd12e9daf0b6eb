using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>A deformer under another name: its channels with their keys, in layers too, and all that points at them.</summary>
internal sealed class DeformerRenaming(SceneObject thing, Deformer was, Deformer now)
{
    public Scene In(Scene scene)
    {
        var next = thing with
        {
            Deformers = DeformerStack.Of([.. thing.Deformers!.Select(each => each == was ? now : each)]),
            Channels = thing.Channels.RemoveRange(thing.Channels.Keys.Where(name => Renamed(name) != name)),
            Sway = thing.Sway is { } sway ? sway with { Channels = [.. sway.Channels.Select(Renamed)] } : null,
            Lag = thing.Lag is { } lag ? lag with { Channels = [.. lag.Channels.Select(Renamed)] } : null,
        };
        foreach (var (name, channel) in thing.Channels)
            if (Renamed(name) is var other && other != name) next = next with { Channels = next.Channels.Add(other, channel) };
        scene = scene.With(next);
        foreach (var warp in scene.Warps.Values)
            if (warp.Targets is { } targets && targets.Any(IsRenamed)) scene = scene.With(warp with { Targets = [.. targets.Select(Renamed)] });
        foreach (var cue in scene.Cues.Values)
        {
            var when = cue.When.Object == thing.Id && cue.When.Channel is { } channel ? cue.When with { Channel = Renamed(channel) } : cue.When;
            if (when != cue.When || cue.Starts.Any(IsRenamed)) scene = scene.With(cue with { When = when, Starts = [.. cue.Starts.Select(Renamed)] });
        }
        return scene;
    }

    private bool IsRenamed(TimeTarget target) => Renamed(target) != target;

    private TimeTarget Renamed(TimeTarget target) => target.Object == thing.Id && target.Channel is { } channel ? target with { Channel = Renamed(channel) } : target;

    private string Renamed(string name) => DeformerChannels.Parts(LayeredName.ChannelOf(name)) is { } parts && parts.Deformer == was.Name
        ? LayeredName.Of(LayeredName.LayerOf(name), DeformerChannels.Named(now.Name, parts.Channel))
        : name;
}
