namespace ZestyReel.Core.Scenes;

/// <summary>What every fade keeps to.</summary>
public static class FadeRules
{
    /// <summary>The farthest that a direction is turned, in degrees.</summary>
    public const double MostTurned = 36_000;

    /// <exception cref="Refusal">The object fades as none can.</exception>
    public static void Check(SceneObject thing)
    {
        if (thing.Fade is not { } fade) return;
        if (!DeformerRules.CanHave(thing.Kind)) throw new Refusal("fade", $"a {thing.Kind.ToString().ToLowerInvariant()} has nothing that could fade; choose a shape or a group");
        if (!(Math.Abs(fade.Azimuth) <= MostTurned && Math.Abs(fade.Height) <= MostTurned)) throw new Refusal("direction", $"a direction is turned by {MostTurned} degrees at the most");
    }
}
