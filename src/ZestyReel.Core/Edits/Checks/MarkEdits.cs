using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What edits of marks share.</summary>
internal static class MarkEdits
{
    /// <summary>The scene, where it has room for its marks.</summary>
    /// <exception cref="Refusal">There are too many.</exception>
    public static Scene WithRoom(Scene scene) => scene.Marks.Count <= Mark.MostInScene
        ? scene
        : throw new Refusal("marks", $"there would be {scene.Marks.Count} marks of the timing check, and a scene has room for {Mark.MostInScene}; take some back first");
}
