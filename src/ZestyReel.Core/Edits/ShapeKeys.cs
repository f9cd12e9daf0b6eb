using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Curves.Shapes;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Gives stretches between keys a shape. Between every two neighbouring keys that are chosen; a key chosen by itself
/// shapes the stretch that it leaves by.
/// </summary>
/// <param name="Keys">The keys.</param>
/// <param name="Ready">A ready shape; or</param>
/// <param name="Css">a CSS easing function.</param>
/// <param name="Amount">How strong a ready shape is, 0 to 1.</param>
/// <param name="Bounces">How many swings or bounces, where the shape has some.</param>
public sealed record ShapeKeys(
    ImmutableArray<KeySet> Keys, ReadyShape? Ready = null, string? Css = null, double Amount = 0.5, int Bounces = 3) : Edit
{
    public override string Title(Scene scene) => Ready switch
    {
        ReadyShape.Even => "Even motion",
        ReadyShape.EaseIn => "Ease in",
        ReadyShape.EaseOut => "Ease out",
        ReadyShape.EaseBoth => "Ease in and out",
        ReadyShape.Linger => "Linger in the middle",
        ReadyShape.Settle => $"Settle in {Bounces}",
        ReadyShape.Bounce => $"Bounce {Bounces} times",
        { } other => other.ToString(),
        null => "Shape from CSS",
    } + $" on {ChannelWords.Keys(Keys)}";

    public override Scene Apply(Scene scene)
    {
        if (Ready is null == Css is null) throw new Refusal("shape", "give either a ready shape or CSS");
        var shape = Ready is { } ready ? Shape.Of(ready, Amount, Bounces) : CssEasing.Read(Css!);
        var shaped = 0;
        scene = scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly) throw new Refusal("keys", $"{spec.Name} only holds; nothing lies between its values");
            var curve = channel.Curve!;
            var places = curve.PlacesOf(times);
            var keys = ImmutableArray.CreateBuilder<Key>();
            for (var i = 0; i < curve.Keys.Length; i++)
            {
                var key = curve.Keys[i];
                // The stretch before may have been shaped: then the key is there, with its new arriving side.
                if (keys.Count > 0 && keys[^1].Time == key.Time) key = keys[^1];
                else keys.Add(key);
                if (!IsShaped(curve, places, i)) continue;
                keys.RemoveAt(keys.Count - 1);
                keys.AddRange(shape.Between(key, curve.Keys[i + 1]));
                shaped++;
            }
            return channel with { Curve = curve.WithKeys(KeptShape.Of(curve, keys.DrainToImmutable())) };
        });
        return shaped > 0 ? scene : throw new Refusal("keys", "nothing follows the chosen keys; choose both keys of a stretch, or the first of them");
    }

    private static bool IsShaped(Curve curve, IReadOnlySet<int> places, int i) =>
        i + 1 < curve.Keys.Length && places.Contains(i) && (places.Contains(i + 1) || places.Count == 1);
}
