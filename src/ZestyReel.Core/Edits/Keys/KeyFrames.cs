using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Sets keys at several played frames at once, as <see cref="KeyChannels"/> does at one: what a hand moves of a trail.</summary>
/// <param name="Frames">The frames with their values, each once.</param>
/// <param name="Interpolation">The in and out of new keys; channels that only hold, hold.</param>
/// <param name="Reach">In layers that add: so many frames before and after each, the change has faded out; without end when left out.</param>
public sealed record KeyFrames(ImmutableArray<FrameValues> Frames, Interpolation Interpolation = Interpolation.Clamped, decimal? Reach = null) : Edit
{
    /// <summary>Most frames at once.</summary>
    public const int Most = 10_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => Frames is [var only]
        ? new KeyChannels(only.Frame, only.Values).Title(scene)
        : $"Key {ChannelWords.Of(scene, Frames.SelectMany(each => each.Values).Select(value => value.Curve))} at {Frames.Length} frames";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Frames.IsDefaultOrEmpty) throw new Refusal("frames", "give at least one frame");
        if (Frames.Length > Most) throw new Refusal("frames", $"at most {Most} frames are keyed at once");
        var seen = new HashSet<decimal>();
        foreach (var (i, (frame, values)) in Frames.Index())
        {
            if (!seen.Add(frame)) throw new Refusal($"frames[{i}].frame", FormattableString.Invariant($"frame {frame} is given twice"));
            scene = new KeyChannels(frame, values, Interpolation, Reach: Reach).Within(scene);
        }
        return scene;
    }
}
