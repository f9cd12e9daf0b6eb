using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// An in-between: sets a key at a played frame on each channel that has a key before and one after it, at a share of
/// the way from the one to the other, each channel by itself. A key that stands there already gets the value and keeps
/// its in and out. Channels without keys on both sides stay as they are. Where rotation is interpolated by quaternions, a
/// channel of it means all three, and the share is one of the shortest way from the pose before to the one after.
/// </summary>
/// <param name="Frame">The played frame.</param>
/// <param name="Channels">Which channels.</param>
/// <param name="Share">0 is the key before, 1 the key after; −1 to 2, where below 0 and above 1 it goes beyond them.</param>
/// <param name="Interpolation">The in and out of new keys; channels that only hold, hold.</param>
public sealed record KeyBetween(decimal Frame, ImmutableArray<ChannelValue> Channels, double Share, Interpolation Interpolation = Interpolation.Clamped) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"In-between of {ChannelWords.Of(scene, Channels.Select(c => c.Curve))} at {Frame}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Channels.IsDefaultOrEmpty) throw new Refusal("channels", "select at least one channel");
        if (!(Share is >= -1 and <= 2)) throw new Refusal("share", "go from 1 before the key before to 1 beyond the key after");
        if (!Enum.IsDefined(Interpolation)) throw new Refusal("interpolation", "there is no such interpolation");
        var seen = new SeenValues(scene, Frame);
        var isAny = false;
        var turned = new HashSet<ObjectId>();
        foreach (var one in Channels)
        {
            var at = scene.At(one.Curve, "channels");
            if (at.Curve.Warp is not null) throw new Refusal("channels", "the points of a warp have no in-between; add a point instead");
            var time = seen.Source(at.Curve);
            if (at.Layer is null && at.Curve.Object is { } id && QuaternionRotation.Covers(scene.Object(id), at.Spec.Name) && IsOnePose(seen, id, time))
            {
                if (!turned.Add(id)) continue;
                var standing = scene;
                scene = WithPose(scene, id, time);
                isAny |= !ReferenceEquals(scene, standing);
                continue;
            }
            if (at.Channel.Curve is not { Keys: var keys }) continue;
            var (earlier, later) = (keys.Count(key => key.Time < time), keys.Count(key => key.Time > time));
            if (earlier == 0 || later == 0) continue;
            var (before, after) = (keys[earlier - 1].Value, keys[^later].Value);
            at.Unlocked("channels");
            var spec = at.Spec;
            var value = spec.HoldsOnly ? Share < 0.5 ? before : after : spec.Within(before + (after - before) * Share);
            var mode = spec.HoldsOnly ? Interpolation.Hold : Interpolation;
            scene = scene.With(at.Curve, at.Channel.WithKey(new Key(time, value, mode, mode)));
            isAny = true;
        }
        return isAny ? scene : throw new Refusal("channels", FormattableString.Invariant($"nothing there has a key before frame {Frame} and one after it"));
    }

    /// <summary>Whether the three rotations are shown at one source time, so that they are a pose there.</summary>
    private static bool IsOnePose(SeenValues seen, ObjectId id, Tick time) =>
        QuaternionRotation.Channels.All(name => seen.Source(CurveRef.Of(id, name)) == time);

    /// <summary>The pose between its neighbours, which keep theirs by keys on all three channels; the scene as it was where there are none.</summary>
    private Scene WithPose(Scene scene, ObjectId id, Tick time)
    {
        if (new QuaternionRotation(scene.Object(id)).Between(time, Share) is not var (from, to, (x, y, z))) return scene;
        foreach (var (name, value) in QuaternionRotation.Channels.Zip([x, y, z]))
        {
            var at = scene.At(CurveRef.Of(id, name), "channels").Unlocked("channels");
            var curve = at.Channel.Curve ?? new Curve([new Key(from, at.Channel.Still, Interpolation, Interpolation)]);
            // A cycle that had a key put into it would be another one.
            if (BakeCycles.IsInCycle(curve, from) || BakeCycles.IsInCycle(curve, to)) throw new Refusal("channels", $"{at.Words} repeats there; bake its cycles first");
            scene = scene.With(at.Curve, (at.Channel with { Curve = curve.SplitAt(from).SplitAt(to) }).WithKey(new Key(time, value, Interpolation, Interpolation)));
        }
        return scene;
    }
}
