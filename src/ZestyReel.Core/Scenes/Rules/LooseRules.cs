using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>What everything that sways, lags or bounces keeps to.</summary>
public static class LooseRules
{
    /// <summary>Most objects that bounce together.</summary>
    public const int MostBouncing = 500;

    /// <summary>Most objects that one bounces off besides.</summary>
    public const int MostAgainst = 100;

    /// <exception cref="Refusal">The object sways, lags or bounces as none can.</exception>
    public static void Check(SceneObject thing)
    {
        if (thing.Sway is { } sway) Check(thing, sway.Channels, "sway", "sways");
        if (thing.Lag is { } lag)
        {
            if (lag.World && !lag.Channels.IsDefaultOrEmpty) throw new Refusal("lag", "either its place in the world lags, or channels do");
            if (!lag.World) Check(thing, lag.Channels, "lag", "lags");
        }
        if (thing.Bounce is not { } bounce) return;
        if (bounce.Against.IsDefault || bounce.Against.Length > MostAgainst) throw new Refusal("against", $"an object bounces off {MostAgainst} others at the most");
        if (bounce.Against.Distinct().Count() < bounce.Against.Length) throw new Refusal("against", $"{thing.Name} would bounce off the same twice");
    }

    /// <summary>Whether an object's channel can sway or lag: its kind has it, and something lies between its values.</summary>
    public static bool CanMove(ChannelSpec spec) => !spec.HoldsOnly && ChannelCatalogue.UseFor(spec.Name) == ChannelUses.None;

    private static void Check(SceneObject thing, ImmutableArray<string> channels, string place, string word)
    {
        if (channels.IsDefaultOrEmpty) throw new Refusal(place, $"choose at least one channel of {thing.Name} that {word}");
        var seen = new HashSet<string>();
        foreach (var channel in channels)
        {
            if (!CanMove(thing.OwnSpec(channel, place))) throw new Refusal(place, $"{thing.Name}'s {channel} cannot be moved so; choose another channel");
            if (!seen.Add(channel)) throw new Refusal(place, $"{channel} is named twice");
        }
    }
}
