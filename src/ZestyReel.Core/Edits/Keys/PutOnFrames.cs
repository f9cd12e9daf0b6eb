using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Moves keys to the nearest whole frames.</summary>
/// <param name="Keys">Which keys.</param>
/// <param name="Rule">What becomes of those that would meet on a frame, with one that stands there already.</param>
public sealed record PutOnFrames(ImmutableArray<KeySet> Keys, FrameRule Rule = FrameRule.Apart) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Put {ChannelWords.Keys(Keys)} on whole frames";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var frames = new WholeFrames(scene.Rate, Rule);
        return scene.OnEachChannel(Keys, (_, channel, times) =>
            channel with { Curve = channel.Curve!.WithKeys(frames.Of(channel.Curve.Keys, key => times.Contains(key.Time))) });
    }
}
