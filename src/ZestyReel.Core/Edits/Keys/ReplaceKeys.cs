using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts keys in place of all that stand between two frames, as when a part of an older curve is taken back.</summary>
/// <param name="Copied">The keys that are to stand there; a channel may have none.</param>
/// <param name="From">The first frame.</param>
/// <param name="To">The last frame.</param>
public sealed record ReplaceKeys(CopiedKeys Copied, decimal From, decimal To) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"Take back {ChannelWords.Of(scene, Copied.Channels.Select(c => c.Curve))} from {From} to {To}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (To < From) throw new Refusal("to", "the last frame does not come before the first");
        if (Copied.Channels.IsDefaultOrEmpty) throw new Refusal("copied", "there is nothing to take back");
        var (start, end) = (scene.Rate.At(From, "from"), scene.Rate.At(To, "to"));
        foreach (var copied in Copied.Channels)
        {
            var at = scene.At(copied.Curve, "copied").Unlocked("copied");
            var (spec, channel) = (at.Spec, at.Channel);
            foreach (var key in copied.Keys)
            {
                spec.Checked(key.Value, "copied.value");
                if (key.Time < start || key.Time > end) throw new Refusal("copied.time", "a key stands outside the two frames");
            }
            ImmutableArray<Key> old = channel.Curve?.Keys ?? [];
            ImmutableArray<Key> keys = [.. old.Where(key => key.Time < start), .. copied.Keys.Select(key => spec.Fitted(key.Key())), .. old.Where(key => key.Time > end)];
            var next = keys.IsEmpty ? channel with { Still = channel.ValueAt(start.Value), Curve = null }
                : channel with { Curve = channel.Curve is { } curve ? curve.WithKeys(KeptCourse.Of(curve, keys)) : new Curve(keys) };
            scene = scene.With(at.Curve, next);
        }
        return scene;
    }
}
