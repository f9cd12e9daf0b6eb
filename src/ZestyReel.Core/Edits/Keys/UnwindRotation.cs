using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts rotations back into one winding: no selected key is more than half a turn from the key before it.</summary>
public sealed record UnwindRotation(ImmutableArray<KeySet> Keys) : Edit
{
    /// <inheritdoc/>
    public override bool MayTakeLong() => ChannelKeys.AreMany(Keys);

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Unwind {ChannelWords.Keys(Keys)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.OnEachChannel(Keys, (spec, channel, times) =>
    {
        if (spec.Unit != ChannelUnit.Degrees) throw new Refusal("keys", $"{spec.Name} is no rotation; only rotations wind");
        var keys = channel.Curve!.Keys.ToBuilder();
        for (var i = 1; i < keys.Count; i++)
            if (times.Contains(keys[i].Time))
                keys[i] = keys[i] with { Value = keys[i].Value - 360 * Math.Round((keys[i].Value - keys[i - 1].Value) / 360) };
        return channel with { Curve = channel.Curve.WithKeys(keys.ToImmutable()) };
    });
}
