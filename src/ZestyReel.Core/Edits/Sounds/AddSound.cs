using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Lays all of a sound's file on a lane of its own, below the others.</summary>
/// <param name="File">The file, which has been sent before.</param>
/// <param name="Start">The played moment at which it starts.</param>
/// <param name="Name">What it is called; left out, as its file without the ending.</param>
public sealed record AddSound(SoundFile? File, Tick Start, string? Name = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Add the sound {Name ?? SoundEdits.FreeName(scene, NameOf(File))}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (File is null) throw new Refusal("file", "say which file");
        var file = File with { Name = Names.Checked(File.Name, "file") };
        var name = Name is null ? SoundEdits.FreeName(scene, NameOf(file)) : Names.Checked(Name, "name");
        return scene.With(Sound.Whole(scene.NextSoundId(), name, SoundEdits.LowestPlace(scene), file, Start));
    }

    private static string NameOf(SoundFile? file)
    {
        var name = file?.Name?.Trim() ?? "";
        var stem = name.LastIndexOf('.') is > 0 and var dot ? name[..dot].Trim() : name;
        return stem.Length == 0 ? "Sound" : stem;
    }
}
