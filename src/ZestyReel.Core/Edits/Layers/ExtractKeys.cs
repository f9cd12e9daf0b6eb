using System.Collections.Immutable;
using ZestyReel.Core.Baking;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes keys out of the base and gives what they did to a new layer, so that the motion is the same.</summary>
/// <param name="Keys">The keys, of channels that can be added to.</param>
/// <param name="Name">What the layer is called; left out, it gets a free name.</param>
/// <param name="Tolerance">The largest difference in value; above 0.</param>
public sealed record ExtractKeys(ImmutableArray<KeySet> Keys, string? Name = null, double Tolerance = 0.001) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Extract {ChannelWords.Keys(Keys)} into a layer";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!(Tolerance > 0) || !double.IsFinite(Tolerance)) throw new Refusal("tolerance", "the tolerance is above 0");
        // Right above the base, so that what lies over both is as it was.
        var layer = LayerEdits.New(scene, Name is null ? LayerEdits.FreeName(scene, "Extract 1") : Names.Checked(Name, "name"));
        if (scene.Layers.Values.FirstOrDefault(other => other.Solo) is { } solo) throw new Refusal("layer", $"{solo.Name} is solo, so that a new layer is not seen; let go of that first");
        var range = (scene.Rate.StartOf(scene.Settings.Range.First), scene.Rate.StartOf(scene.Settings.Range.Last));
        var differences = new Dictionary<CurveRef, Curve>();
        var without = scene.OnEachChannel(Keys, (at, times) =>
        {
            var curve = at.Channel.Curve!;
            if (at.Curve.Object is not { } id || at.Layer is not null || at.Spec.HoldsOnly) throw new Refusal("keys", $"keys of {at.Words} cannot go into a layer that adds; leave them out");
            if (QuaternionRotation.Covers(scene.Object(id), at.Spec.Name)) throw new Refusal("keys", $"{at.OwnerName} has quaternion interpolation; fewer keys would change its rotation. Let it rotate about each axis first");
            if (curve.Before != Extrapolation.Hold || curve.After != Extrapolation.Hold) throw new Refusal("keys", $"{at.Words} goes on beyond its keys, and would go on otherwise without them; bake its cycles first");
            var rest = at.Channel.WithoutKeys(times);
            if (rest.Curve is { } left) rest = rest with { Curve = left.WithKeys(KeptCourse.Of(curve, left.Keys)) };
            var sum = new CurveSum(at.Spec.InLayer(layer.Id)).With(at.Channel, 1).With(rest, -1);
            differences[at.Curve] = Trimmed(sum.Written(range, [], Tolerance));
            return rest;
        });
        without = without.WithLayerAt(layer, 0);
        foreach (var (curve, difference) in differences)
            without = without.With(CurveRef.Of(curve.Object!.Value, LayeredName.Of(layer.Id, curve.Channel)), new Channel(0, difference));
        return without;
    }

    /// <summary>Without keys at its ends and in its midst that say nothing: neighbours on both sides are as they are.</summary>
    private static Curve Trimmed(Curve curve)
    {
        var keys = curve.Keys.Where((key, i) => key.Value != 0
            || i > 0 && curve.Keys[i - 1].Value != 0 || i + 1 < curve.Keys.Length && curve.Keys[i + 1].Value != 0
            || i > 0 && !IsNothing(curve.Segments[i - 1]) || i + 1 < curve.Keys.Length && !IsNothing(curve.Segments[i])).ToImmutableArray();
        return keys.IsEmpty ? new([curve.Keys[0]]) : curve.WithKeys(keys);
    }

    private static bool IsNothing(Segment segment) => segment is { V0: 0, V1: 0, V2: 0, V3: 0 };
}
