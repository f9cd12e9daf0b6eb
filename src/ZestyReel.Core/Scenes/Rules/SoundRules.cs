
namespace ZestyReel.Core.Scenes;

/// <summary>What every sound keeps to.</summary>
public static class SoundRules
{
    /// <summary>The fewest and the most samples a second.</summary>
    public const int LeastRate = 1_000, MostRate = 384_000;

    /// <summary>The longest file, in seconds.</summary>
    public const int LongestSeconds = 4 * 60 * 60;

    /// <summary>Most times that a part is repeated.</summary>
    public const int MostTimes = 100_000;

    /// <exception cref="Refusal">It breaks a rule.</exception>
    public static void Check(Sound sound)
    {
        Names.Checked(sound.Name, "name");
        var (file, length) = (sound.File, sound.To - sound.From);
        if (Names.Checked(file.Name, "file") != file.Name) throw new Refusal("file", "a file's name has no blanks around it");
        if (file.Asset == default) throw new Refusal("asset", "a sound has a file");
        if (file.Rate is < LeastRate or > MostRate) throw new Refusal("rate", $"a sound has {LeastRate} to {MostRate} samples a second");
        if (file.Samples < 1 || file.Samples > (long)file.Rate * LongestSeconds) throw new Refusal("samples", $"a sound has at least one sample and lasts {LongestSeconds / 3600} hours at the most");
        if (sound.From < 0 || sound.To > file.Samples || length < 1) throw new Refusal("from", $"the part that is heard lies within the file's {file.Samples} samples, and at least one is heard");
        if (sound.Times is < 0 or > MostTimes) throw new Refusal("times", $"a sound is heard 1 to {MostTimes} times, or without end");
        if (sound.FadeIn < 0 || sound.FadeOut < 0) throw new Refusal("fadeIn", "a fade lasts no or some samples");
        if (sound.Heard is { } heard ? sound.FadeIn + sound.FadeOut > heard : sound.FadeIn > length * MostTimes) throw new Refusal("fadeIn", "a sound lasts at least as long as it comes in and goes out");
        if (sound.Heard is null && sound.FadeOut > 0) throw new Refusal("fadeOut", "what has no end cannot go out there");
        if (!sound.Start.IsWithinReach || sound.End is { IsWithinReach: false }) throw new Refusal("start", "a sound stands within reach");
        foreach (var spec in SoundChannels.Specs)
        {
            if (sound.Channel(spec.Name).Locked) throw new Refusal(spec.Name, "channels of sounds cannot be locked");
            SceneRules.Check(spec, sound.Channel(spec.Name), spec.Name);
        }
    }

    /// <exception cref="Refusal">Two have one name, or there are too many.</exception>
    internal static void CheckTies(Scene scene)
    {
        if (scene.Sounds.Count > Sound.MostInScene) throw new Refusal("sounds", $"a scene has room for {Sound.MostInScene} sounds");
        SceneTies.AreUnique(scene.Sounds.Values.Select(sound => sound.Name), "a sound");
    }
}
