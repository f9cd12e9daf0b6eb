using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What edits of sounds share.</summary>
internal static class SoundEdits
{
    /// <summary>A name for a new sound: the one wanted, or the next free number after it.</summary>
    public static string FreeName(Scene scene, string wanted) => Names.Free(wanted, scene.Sounds.Values.Select(sound => sound.Name).ToHashSet());

    /// <summary>The place below all others.</summary>
    public static int LowestPlace(Scene scene) => scene.Sounds.IsEmpty ? 0 : scene.Sounds.Values.Max(sound => sound.Place) + 1;
}
