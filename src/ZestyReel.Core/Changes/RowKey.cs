using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Changes;

/// <summary>Points at one row of a scene.</summary>
/// <param name="Kind">The kind of row.</param>
/// <param name="Id">The number of the object, warp, bookmark or named selection; 0 for settings.</param>
/// <param name="Channel">The channel's name, which may say a layer; empty for the other kinds.</param>
public readonly record struct RowKey(RowKind Kind, int Id = 0, string Channel = "")
{
    /// <summary>The row in a scene, an object without its channels; null where there is none.</summary>
    public object? In(Scene scene) => Kind switch
    {
        RowKind.Settings => scene.Settings,
        RowKind.Object => scene.Objects.GetValueOrDefault(new ObjectId(Id)) is { } thing ? thing with { Channels = thing.Channels.Clear() } : null,
        RowKind.Channel => scene.Objects.GetValueOrDefault(new ObjectId(Id))?.Channels.GetValueOrDefault(Channel),
        _ => SceneTables.Of(Kind)?.Row(scene, Id),
    };
}
