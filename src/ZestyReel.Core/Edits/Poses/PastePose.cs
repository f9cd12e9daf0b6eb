using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Keys a copied pose on a frame. No other key is touched.</summary>
/// <param name="Copied">The pose.</param>
/// <param name="Frame">The played frame.</param>
/// <param name="Onto">
/// The objects that get it; left out, those that it is of. A pose of one object goes to each of these; one of several goes
/// to as many, in order.
/// </param>
/// <param name="Mirror">
/// Mirrored across the plane through the parent's origin that the axis stands on: X mirrors left and right. With M the
/// mirroring, a rotation R becomes M·R·M, which turns the other way about the two axes in the plane, in whatever order.
/// </param>
/// <param name="Interpolation">The in and out of new keys; channels that only hold, hold.</param>
/// <param name="Layer">The layer that the keys go into; the base when left out.</param>
public sealed record PastePose(
    CopiedPose Copied, decimal Frame, ImmutableArray<ObjectId>? Onto = null, Axis? Mirror = null, Interpolation Interpolation = Interpolation.Clamped,
    LayerId? Layer = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant($"Paste the pose{(Mirror is null ? "" : ", mirrored,")} at {Frame}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Copied.Values.IsDefaultOrEmpty) throw new Refusal("copied", "no pose has been copied");
        if (Mirror is { } axis && !Enum.IsDefined(axis)) throw new Refusal("mirror", "there is no such axis");
        var layer = Layer is { } id ? scene.Layer(id) : null;
        var moment = FrameTimes.At(scene, scene.Rate.At(Frame));
        var values = Targets()
            .Select(target => new ChannelValue(target.Object, target.Copied.Channel, Mirrored(target.Copied)))
            // What the other object has not, or what something else than its keys decides, is left out; something must be left.
            .Where(value => scene.Object(value.Object!.Value, "onto") is var thing && thing.Find(value.Channel!) is { } spec
                && spec.Checked(value.Value!.Value, "copied") is var seen
                && (layer is null ? Stages.OwnValue(thing, spec, seen, moment) : Stages.OwnValue(thing, spec, layer, seen, moment)) is not null)
            .Select(value => value with { Channel = LayeredName.Of(Layer, value.Channel!) })
            .ToImmutableArray();
        if (values.IsEmpty) throw new Refusal("onto", "the selected objects have none of the channels of the pose");
        return new KeyChannels(Frame, values, Interpolation).Within(scene);
    }

    private double Mirrored(ChannelValue copied)
    {
        var value = copied.Value ?? throw new Refusal("copied", "a channel of the pose has no value");
        if (Mirror is not { } axis) return value;
        var name = axis.ToString().ToLowerInvariant();
        var turns = copied.Channel!.StartsWith("rotation.", StringComparison.Ordinal) && copied.Channel != $"rotation.{name}";
        return turns || copied.Channel == $"position.{name}" ? 0 - value : value;
    }

    private IEnumerable<(ObjectId Object, ChannelValue Copied)> Targets()
    {
        var sources = Copied.Values.Select(value => value.Curve.Object ?? throw new Refusal("copied", "a pose is of objects")).Distinct().ToList();
        if (Onto is not { IsDefaultOrEmpty: false } onto) return Copied.Values.Select(value => (value.Object!.Value, value));
        if (sources.Count == 1) return onto.Distinct().SelectMany(target => Copied.Values.Select(value => (target, value)));
        if (sources.Count != onto.Length)
            throw new Refusal("onto", $"the pose is of {sources.Count} objects; select one object and copy its pose, or select {sources.Count} objects to paste on");
        return Copied.Values.Select(value => (onto[sources.IndexOf(value.Object!.Value)], value));
    }
}
