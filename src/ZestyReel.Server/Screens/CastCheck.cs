using ZestyReel.Core;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Screens;

/// <summary>Checks what a desk says that it shows; what its words mean is for the screens.</summary>
internal static class CastCheck
{
    private const int MostHeld = 3000, LongestWord = 40, LongestTry = 1_000_000;

    /// <exception cref="Refusal">Something is missing or out of reach.</exception>
    public static void Check(CastMessage cast)
    {
        if (cast is not ({ Scene: not null, Reels: null } or { Scene: null, Reels: not null })) throw new Refusal("cast", "a desk shows a scene or reels");
        if (cast.Scene is { } scene) Check(scene);
        else Check(cast.Reels!);
    }

    private static void Check(SceneCastMessage scene)
    {
        if (scene is not { Played.Length: 2, Position.Length: 3, Quaternion.Length: 4, Objects: not null, Channels: not null, Values: not null, Tried: not null })
            throw new Refusal("cast", "something of it is missing");
        if (scene.Objects.Length > MostHeld || scene.Channels.Length != scene.Objects.Length || scene.Values.Length != scene.Objects.Length)
            throw new Refusal("cast", $"a hand holds {MostHeld} values at the most");
        if (scene.Tried.Length > LongestTry) throw new Refusal("cast", "the edit is too long");
        foreach (var word in scene.Channels.Append(scene.Ending).Append(scene.Shading)) CheckWord(word);
        foreach (var number in (double[])[scene.Frame, scene.Speed, scene.Degrees, scene.Height, .. scene.Played, .. scene.Position, .. scene.Quaternion, .. scene.Values]) CheckNumber(number);
    }

    private static void Check(ReelCastMessage reels)
    {
        foreach (var word in (string[])[reels.Ending, reels.Compared, reels.LineUp]) CheckWord(word);
        foreach (var number in (double[])[reels.A ?? 0, reels.B ?? 0, reels.Speed, reels.LineAt, reels.LineDegrees, reels.Blend, reels.Gain]) CheckNumber(number);
    }

    private static void CheckWord(string? word)
    {
        if (word is null or { Length: > LongestWord }) throw new Refusal("cast", "a word of it is missing or too long");
    }

    private static void CheckNumber(double number)
    {
        if (!double.IsFinite(number)) throw new Refusal("cast", "a number of it is none");
    }
}
