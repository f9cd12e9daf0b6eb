using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>How a bake switches off what sways, lags and bounces. It stays there, so that it can be switched on again.</summary>
internal static class BakedLoose
{
    /// <summary>What is on of an object: what it does, for a person, and the channels that it moves.</summary>
    public static IEnumerable<(string Word, ImmutableArray<string> Channels)> On(SceneObject thing)
    {
        if (thing.Sway is { On: true } sway) yield return ("sways", sway.Channels);
        if (thing.Lag is { On: true } lag) yield return ("lags", lag.Moved);
        if (thing.Bounce is { On: true }) yield return ("bounces", Lag.Place);
    }

    /// <summary>The object without what moves some of its channels.</summary>
    /// <exception cref="Refusal">That moves other channels as well.</exception>
    public static SceneObject Off(SceneObject thing, HashSet<string> names)
    {
        bool IsTaken(ImmutableArray<string> channels, string word)
        {
            if (!channels.Any(names.Contains)) return false;
            if (channels.FirstOrDefault(name => !names.Contains(name)) is { } other)
                throw new Refusal("parts", $"{thing.Name} {word} in its {other} as well; bake that too, or leave loose motion out");
            return true;
        }
        foreach (var (word, channels) in On(thing).ToList())
            if (IsTaken(channels, word))
                thing = word switch
                {
                    "sways" => thing with { Sway = thing.Sway! with { On = false } },
                    "lags" => thing with { Lag = thing.Lag! with { On = false } },
                    _ => thing with { Bounce = thing.Bounce! with { On = false } },
                };
        return thing;
    }
}
