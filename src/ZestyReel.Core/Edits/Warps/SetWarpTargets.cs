using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says what a warp covers: the whole scene, or objects and single channels.</summary>
public sealed record SetWarpTargets(WarpId Warp, ImmutableArray<TimeTarget>? Targets = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"What {scene.Warp(Warp).Name} covers";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.With(scene.Warp(Warp) with { Targets = Checked(scene, Targets) });

    /// <exception cref="Refusal">An object or channel is not there, or the list is empty.</exception>
    internal static ImmutableArray<TimeTarget>? Checked(Scene scene, ImmutableArray<TimeTarget>? targets)
    {
        if (targets is not { } list) return null;
        if (list.IsDefaultOrEmpty) throw new Refusal("targets", "a warp covers the scene, or something at least; delete it instead");
        foreach (var (id, channel) in list)
        {
            var thing = scene.Object(id, "targets.object");
            if (channel is not null) thing.Spec(channel, "targets.channel");
        }
        return [.. list.Distinct()];
    }
}
