namespace ZestyReel.Core.Scenes;

/// <summary>What every aim keeps to.</summary>
public static class AimRules
{
    /// <exception cref="Refusal">The aim breaks a rule.</exception>
    public static void Check(Aim aim)
    {
        if (!Enum.IsDefined(aim.Axis)) throw new Refusal("axis", "there is no such direction");
        if (!Enum.IsDefined(aim.Up)) throw new Refusal("up", "there is no such direction");
        if ((int)aim.Axis / 2 == (int)aim.Up / 2) throw new Refusal("up", "what is up lies across what looks at the target; take another direction");
    }
}
