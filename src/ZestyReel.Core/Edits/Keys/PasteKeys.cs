using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Sets copied keys.</summary>
/// <param name="Copied">The copied keys.</param>
/// <param name="At">The frame on which the first of them lands; left out, all land where they were.</param>
/// <param name="Onto">
/// The objects that get them; left out, those that they came from. Keys of one object go to each of these; keys of
/// several go to as many, in order.
/// </param>
/// <param name="Mirrored">The last one first.</param>
/// <param name="Meet">What happens where a key lands on another.</param>
/// <param name="Layer">The layer that the keys go into, so that what the base showed is seen; left out, they go where they are from.</param>
/// <param name="Channels">
/// The channels that get them; left out, those that they came from. Keys of one channel go to each of these; keys of
/// several to as many, in order.
/// </param>
/// <param name="Times">What each value is multiplied by, where one value stands for another: 360 turns a share of a turn into degrees.</param>
/// <param name="Plus">What is added to each value then.</param>
public sealed record PasteKeys(
    CopiedKeys Copied, decimal? At = null, ImmutableArray<ObjectId>? Onto = null, bool Mirrored = false,
    WhenKeysMeet Meet = WhenKeysMeet.Stop, LayerId? Layer = null, ImmutableArray<string>? Channels = null,
    double Times = 1, double Plus = 0) : Edit
{
    /// <summary>The most that values are multiplied by.</summary>
    public const double MostTimes = 1_000_000;

    private int Count => Copied.Channels.Sum(c => c.Keys.Length);

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"Paste {ChannelWords.Keys(Count)}{(Mirrored ? ", mirrored" : "")}{(At is { } frame ? $" at {frame}" : "")}{(Times == 1 && Plus == 0 ? "" : ", values changed")}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Copied.Channels.IsDefaultOrEmpty || Copied.Channels.Any(c => c.Keys.IsDefaultOrEmpty)) throw new Refusal("copied", "nothing has been copied");
        if (!(Math.Abs(Times) <= MostTimes)) throw new Refusal("times", $"give a number from {-MostTimes} to {MostTimes}");
        if (!double.IsFinite(Plus)) throw new Refusal("plus", "give a number");
        var (first, last) = (Copied.Channels.Min(c => c.Keys[0].Time), Copied.Channels.Max(c => c.Keys[^1].Time));
        var start = At is { } frame ? scene.Rate.At(frame, "at") : first;
        var placing = new KeyPlacing(scene.Rate, Meet);
        var pasted = 0;
        var flow = new TimeFlow(scene);
        foreach (var (target, copied) in Targets())
        {
            // What the other object has no channel for is left out; something must be left.
            if (target.Object is { } id && scene.Object(id, "onto").Find(target.Channel) is null) continue;
            var at = scene.At(InLayer(target), "onto").Unlocked("onto");
            var (spec, channel) = (at.Spec, at.Channel);
            var raised = copied.Keys.Select(key => Times == 1 && Plus == 0 ? key.Key() : key.Key().Raised(Times, Plus)).ToList();
            foreach (var key in raised) spec.Checked(key.Value, "copied");
            var keys = raised.Select(key => Mirrored ? key.TurnedInTime(first, last) : key)
                .Select(key => key with { Time = start + (key.Time - first) })
                .Select(key => at.Layer is null || LayeredName.Is(copied.Curve.Channel) ? key : Seen(scene, flow, at, key)).Select(spec.Fitted);
            var all = placing.Placed(channel.Curve?.Keys ?? [], keys);
            scene = scene.With(at.Curve, channel with { Curve = channel.Curve?.WithKeys(all) ?? new Curve(all) });
            pasted++;
        }
        if (pasted == 0) throw new Refusal("onto", Channels is null ? "the selected objects have none of the channels that were copied" : "the selected objects have none of these channels");
        placing.Finish();
        return scene;
    }

    /// <summary>The same curve in the layer, where one is given; keys from a layer go into it as well.</summary>
    private CurveRef InLayer(CurveRef curve) => Layer is { } layer && curve.Object is not null ? curve with { Channel = LayeredName.Of(layer, LayeredName.ChannelOf(curve.Channel)) } : curve;

    /// <summary>A key of the base in a layer: its value is the one to be seen.</summary>
    private static Key Seen(Scene scene, TimeFlow flow, AddressedChannel at, Key key)
    {
        var played = flow.PlayedOf(at.Curve, key.Time.Value) ?? key.Time.Value;
        return key with { Value = new SeenValues(scene, new Tick((long)Math.Round(played))).Own(at, key.Value, "copied"), InHandle = default, OutHandle = default };
    }

    private IEnumerable<(CurveRef, CopiedChannel)> Targets()
    {
        if (Channels is not { IsDefaultOrEmpty: false } channels) return Places();
        foreach (var copied in Copied.Channels) _ = Source(copied);
        static string Own(CopiedChannel copied) => LayeredName.ChannelOf(copied.Curve.Channel);
        var (names, onto) = (Copied.Channels.Select(Own).Distinct().ToList(), channels.Distinct().ToList());
        if (names.Count > 1 && names.Count != onto.Count)
            throw new Refusal("channels", $"the keys are of {names.Count} channels; choose as many, or copy keys of one");
        // In the layer that they are from.
        return Places().SelectMany(each => (names.Count == 1 ? onto : [onto[names.IndexOf(Own(each.Copied))]])
            .Select(name => (each.Curve with { Channel = LayeredName.Of(LayeredName.LayerOf(each.Copied.Curve.Channel), name) }, each.Copied)));
    }

    private IEnumerable<(CurveRef Curve, CopiedChannel Copied)> Places()
    {
        if (Onto is not { IsDefaultOrEmpty: false } onto) return Copied.Channels.Select(c => (c.Curve, c));
        var sources = Copied.Channels.Select(Source).Distinct().ToList();
        if (sources.Count == 1) return onto.SelectMany(target => Copied.Channels.Select(c => (CurveRef.Of(target, c.Curve.Channel), c)));
        if (sources.Count != onto.Length)
            throw new Refusal("onto", $"the keys are from {sources.Count} objects; select one object's keys, or {sources.Count} objects to paste on");
        return Copied.Channels.Select(c => (CurveRef.Of(onto[sources.IndexOf(Source(c))], c.Curve.Channel), c));
    }

    private static ObjectId Source(CopiedChannel copied) => copied.Curve.Object
        ?? throw new Refusal("onto", "points of warps and rates of clips are pasted where they are from");
}
