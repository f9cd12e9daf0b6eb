using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Live;

/// <summary>What has to be sampled anew in a scene.</summary>
/// <param name="Scene">The scene as it is now.</param>
/// <param name="Targets">Channels of objects, and where in time.</param>
/// <param name="Clips">Placed clips.</param>
/// <param name="WithFlow">How time flows and how strong layers and how loud sounds are, too.</param>
public sealed record Renewal(Scene Scene, IReadOnlyList<StaleTarget> Targets, IReadOnlyCollection<PlacedClip> Clips, bool WithFlow)
{
    /// <summary>What a change made stale.</summary>
    /// <param name="change">The change.</param>
    /// <param name="before">The scene before it.</param>
    /// <param name="after">The scene after it.</param>
    /// <param name="speeds">Of which channels the speeds are wanted too.</param>
    public static Renewal Of(SceneChange change, Scene before, Scene after, ImmutableDictionary<ObjectId, ImmutableArray<string>> speeds)
    {
        var retimed = RetimedObjects.Of(change, before, after);
        return new(after, [.. change.Stale(after, retimed).Select(each => each with { Target = WithSpeeds(each.Target, speeds) })], change.StaleClips(after, retimed), change.ChangesTime || change.Rows.Any(row => row.Row.Kind is RowKind.Layer or RowKind.Sound));
    }

    /// <summary>A target with the speeds that are wanted of it.</summary>
    public static SampleTarget WithSpeeds(SampleTarget target, ImmutableDictionary<ObjectId, ImmutableArray<string>> speeds) =>
        speeds.TryGetValue(target.Object.Id, out var channels) ? target with { Speeds = channels } : target;

    /// <summary>Whether there is nothing.</summary>
    public bool IsEmpty => Targets.Count == 0 && Clips.Count == 0 && !WithFlow;
}
