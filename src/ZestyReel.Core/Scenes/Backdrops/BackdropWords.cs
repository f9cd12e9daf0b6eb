namespace ZestyReel.Core.Scenes;

/// <summary>What people call that behind which a background picture stands.</summary>
public static class BackdropWords
{
    /// <summary>The view or the camera, in words.</summary>
    public static string Of(Scene scene, BackdropView? view, ObjectId? camera) => view switch
    {
        BackdropView.Free => "the free view",
        BackdropView.Top => "Top",
        BackdropView.Front => "Front",
        BackdropView.Side => "Side",
        _ => camera is { } id && scene.Objects.GetValueOrDefault(id) is { } thing ? thing.Name : "a camera",
    };

    /// <inheritdoc cref="Of(Scene, BackdropView?, ObjectId?)"/>
    public static string Of(Scene scene, Backdrop backdrop) => Of(scene, backdrop.View, backdrop.Camera);
}
