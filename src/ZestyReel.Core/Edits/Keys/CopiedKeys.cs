using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Keys that have been copied, whole, so that they can be pasted whatever becomes of where they came from.</summary>
public sealed record CopiedKeys(ImmutableArray<CopiedChannel> Channels)
{
    /// <summary>All keys of some curves from one time to another; a curve may have none there.</summary>
    /// <exception cref="Refusal">There is nothing at an address.</exception>
    public static CopiedKeys Between(Scene scene, IEnumerable<CurveRef> curves, Tick from, Tick to) => new(
    [
        .. curves.Select(curve => new CopiedChannel(curve,
        [
            .. (scene.At(curve, "channels").Channel.Curve?.Keys ?? []).Where(key => key.Time >= from && key.Time <= to).Select(CopiedKey.Of),
        ])),
    ]);

    /// <exception cref="Refusal">A key is not there.</exception>
    public static CopiedKeys Of(Scene scene, ImmutableArray<KeySet> keys)
    {
        var channels = ImmutableArray.CreateBuilder<CopiedChannel>();
        foreach (var set in keys)
        {
            var curve = scene.At(set.Curve, "keys").Channel.Curve;
            var copied = set.Times.Order().Select(time =>
                curve?.IndexOf(time) is { } at and >= 0 ? CopiedKey.Of(curve.Keys[at]) : throw new Refusal("keys", "a key to copy is not there any more"));
            channels.Add(new CopiedChannel(set.Curve, [.. copied]));
        }
        return new CopiedKeys(channels.ToImmutable());
    }
}
