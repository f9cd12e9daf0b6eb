using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>The objects whose time flows otherwise after a change: by another rate all, else those under a warp or a cue that changed, or under a cue that calls at another moment.</summary>
public sealed class RetimedObjects
{
    private readonly bool _isAll;
    private readonly HashSet<ObjectId> _some = [];

    private RetimedObjects(SceneChange change, Scene before, Scene after)
    {
        foreach (var row in change.Rows)
        {
            if (row is { Before: SceneSettings a, After: SceneSettings b } && a.Rate != b.Rate) _isAll = true;
            foreach (var warp in new[] { row.Before, row.After }.OfType<Warp>())
            {
                if (warp.Targets is not { } targets) _isAll = true;
                else _some.UnionWith(targets.Select(target => target.Object));
            }
        }
        if (ReferenceEquals(before, after)) return;
        foreach (var cue in Cues(before, after)) _some.UnionWith(cue.Starts.Select(target => target.Object));
    }

    /// <summary>Those of a change, with the scenes before and after it.</summary>
    public static RetimedObjects Of(SceneChange change, Scene before, Scene after) => new(change, before, after);

    /// <summary>Whether it is one of them.</summary>
    public bool Has(ObjectId id) => _isAll || _some.Contains(id);

    /// <summary>Whether there is none.</summary>
    public bool IsEmpty => !_isAll && _some.Count == 0;

    /// <summary>Those that there are in a scene.</summary>
    public IEnumerable<ObjectId> In(Scene scene) => _isAll ? scene.Objects.Keys : _some.Where(scene.Objects.ContainsKey);

    /// <summary>The cues whose shift is another than it was, as they were and as they are.</summary>
    private static IEnumerable<Cue> Cues(Scene before, Scene after)
    {
        if (before.Cues.IsEmpty && after.Cues.IsEmpty) yield break;
        var (was, isNow) = (CueMoments.Of(before), CueMoments.Of(after));
        foreach (var cue in before.Cues.Values)
        {
            if (after.Cues.GetValueOrDefault(cue.Id) is { } now && now.On == cue.On && (!now.On || now.Starts == cue.Starts && was.ShiftOf(cue) is { } shift && shift == isNow.ShiftOf(now))) continue;
            yield return cue;
        }
        foreach (var cue in after.Cues.Values)
        {
            if (before.Cues.GetValueOrDefault(cue.Id) is { } old && old.On == cue.On && (!old.On || old.Starts == cue.Starts && isNow.ShiftOf(cue) is { } shift && shift == was.ShiftOf(old))) continue;
            yield return cue;
        }
    }
}
