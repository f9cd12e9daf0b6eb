using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Changes;

/// <summary>Checks what a change made against the rules of scenes, and no more of the scene than can have been touched.</summary>
public static class ChangeRules
{
    /// <exception cref="Refusal">The scene after the change breaks a rule.</exception>
    public static void Check(SceneChange change, Scene after)
    {
        var isTied = false;
        foreach (var (row, _, now) in change.Rows)
        {
            // A changed channel or placed key ties nothing; whatever comes, goes or is called otherwise may.
            isTied |= row.Kind != RowKind.Channel;
            switch (now)
            {
                case SceneSettings settings: SceneRules.Check(settings); break;
                case SceneObject thing: SceneRules.Check(thing); break;
                case Channel channel:
                    SceneRules.Check(after.Object(new ObjectId(row.Id)), row.Channel, channel);
                    if (LayeredName.LayerOf(row.Channel) is { } layer) after.Layer(layer);
                    break;
                case { } other: SceneTables.Of(row.Kind)!.Check(after, other); break;
            }
        }
        if (isTied) SceneTies.Check(after);
    }
}
