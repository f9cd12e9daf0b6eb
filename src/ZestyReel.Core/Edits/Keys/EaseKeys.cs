using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Gives stretches between keys a ease. Between every two neighbouring keys that are selected; a key selected by itself
/// eases the stretch that follows it.
/// </summary>
/// <param name="Keys">The keys.</param>
/// <param name="Ready">A ready ease; or</param>
/// <param name="Css">a CSS easing function.</param>
/// <param name="Amount">How strong a ready ease is, 0 to 1.</param>
/// <param name="Bounces">How many swings or bounces, where the ease has some.</param>
public sealed record EaseKeys(
    ImmutableArray<KeySet> Keys, ReadyEase? Ready = null, string? Css = null, double Amount = 0.5, int Bounces = 3) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Ready switch
    {
        ReadyEase.Even => "Even motion",
        ReadyEase.EaseIn => "Ease in",
        ReadyEase.EaseOut => "Ease out",
        ReadyEase.EaseBoth => "Ease in and out",
        ReadyEase.Linger => "Linger in the middle",
        ReadyEase.Settle => $"Settle in {Bounces}",
        ReadyEase.Bounce => $"Bounce {Bounces} times",
        { } other => other.ToString(),
        null => "Ease from CSS",
    } + $" on {ChannelWords.Keys(Keys)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Ready is null == Css is null) throw new Refusal("ease", "give either a ready ease or CSS");
        var ease = Ready is { } ready ? Ease.Of(ready, Amount, Bounces) : CssEasing.Read(Css!);
        var eased = 0;
        scene = scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly) throw new Refusal("keys", $"{spec.Name} only holds; nothing lies between its values");
            var curve = channel.Curve!;
            var places = curve.PlacesOf(times);
            var keys = ImmutableArray.CreateBuilder<Key>();
            for (var i = 0; i < curve.Keys.Length; i++)
            {
                var key = curve.Keys[i];
                // The stretch before may have been eased: then the key is there, with its new in side.
                if (keys.Count > 0 && keys[^1].Time == key.Time) key = keys[^1];
                else keys.Add(key);
                if (!IsEased(curve, places, i)) continue;
                keys.RemoveAt(keys.Count - 1);
                keys.AddRange(ease.Between(key, curve.Keys[i + 1]));
                eased++;
            }
            return channel with { Curve = curve.WithKeys([.. KeptCourse.Of(curve, keys.DrainToImmutable()).Select(spec.Fitted)]) };
        });
        return eased > 0 ? scene : throw new Refusal("keys", "nothing follows the selected keys; select both keys of a stretch, or the first of them");
    }

    private static bool IsEased(Curve curve, IReadOnlySet<int> places, int i) =>
        i + 1 < curve.Keys.Length && places.Contains(i) && (places.Contains(i + 1) || places.Count == 1);
}
