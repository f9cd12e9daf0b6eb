using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Makes keys of recorded motion: what was seen while it was recorded is seen.</summary>
/// <param name="Object">The object that moves.</param>
/// <param name="Times">The played moments of the samples, rising; they need not be on frames.</param>
/// <param name="Channels">The motion, one value for each moment.</param>
/// <param name="Name">What the layer is called, and the step in the history.</param>
/// <param name="Into">Where the keys go.</param>
/// <param name="Tolerance">The largest difference that fewer keys may make, in scene lengths or the channel's unit; 0 keeps each sample.</param>
/// <param name="Degrees">The same of channels in degrees.</param>
/// <param name="Ease">Frames over which a layer comes in and goes out again.</param>
public sealed record LandTake(
    ObjectId Object, ImmutableArray<Tick> Times, ImmutableArray<BroughtChannel> Channels, string Name,
    TakeInto Into = TakeInto.Layer, double Tolerance = 0, double Degrees = 0, decimal Ease = 0) : Edit
{
    /// <summary>For how many moments what lies over a channel may be undone, one by one.</summary>
    private const int MostUndone = 100_000;

    /// <inheritdoc/>
    public override bool MayTakeLong() => !Channels.IsDefault && !Times.IsDefault && (long)Channels.Length * Times.Length > 100_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{Names.Shown(Name)} on {(scene.Objects.TryGetValue(Object, out var thing) ? thing.Name : "an object")}";

    /// <summary>What it would make of a scene.</summary>
    /// <exception cref="Refusal">It cannot be made.</exception>
    public TakeLanding LookAhead(Scene scene)
    {
        Landed(scene, out var told);
        return told;
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => Landed(scene, out _);

    private Scene Landed(Scene scene, out TakeLanding told)
    {
        Check();
        var thing = scene.Object(Object);
        var layer = Into == TakeInto.Layer ? NewLayer(scene) : null;
        if (layer is not null) RefuseAbove(thing);
        var prepared = layer is null ? scene : scene.With(layer);
        double[] ticks = [.. Times.Select(time => (double)time.Value)];
        var times = new FrameTimes(prepared, ticks) { Stop = Effort.Stop };
        var (keys, error, degrees) = (0, 0.0, 0.0);
        foreach (var (i, brought) in Channels.Index())
        {
            Effort.Done(i, Channels.Length);
            var own = thing.OwnSpec(brought.Channel, $"channels[{i}]");
            if (own.HoldsOnly) throw new Refusal($"channels[{i}]", $"{own.Name} is not a channel of motion");
            var name = layer is null ? own.Name : LayeredName.Of(layer.Id, own.Name);
            var spec = layer is null ? own : own.InLayer(layer.Id);
            if (layer is null) thing.Unlocked(own.Name, $"channels[{i}]");
            double[] values = [.. brought.Values.Select(own.Within)];
            if (layer is null)
            {
                if (ticks.Length > MostUndone && Stages.DriverOf(thing, own.Name, times) is { } driver)
                    throw new Refusal("into", $"so many samples cannot be led back through {driver} of {thing.Name}; make a layer of the take instead");
                new KeptWorlds(scene, scene, ticks).Own(thing, own, values);
            }
            var source = times.For(Object, own.Name);
            var landed = BakedCurve.Of(thing.Channel(name), spec, source, values, new Tolerances(Tolerance, Degrees).Of(own), thing.Name);
            keys += landed.Curve?.Keys.Count(key => key.Time >= SeenValues.KeyedAt(source[0]) && key.Time <= SeenValues.KeyedAt(source[^1])) ?? 0;
            var off = Off(landed, source, values);
            if (own.Unit == ChannelUnit.Degrees) degrees = Math.Max(degrees, off);
            else error = Math.Max(error, off);
            thing = thing.WithChannel(name, landed);
        }
        told = new(Times.Length * Channels.Length, keys, error, degrees);
        return prepared.With(thing);
    }

    /// <exception cref="Refusal">What would be seen is not what was recorded.</exception>
    private void RefuseAbove(SceneObject thing)
    {
        var names = Channels.Select(channel => channel.Channel).ToHashSet();
        if (thing.Roll is { } roll && names.Contains(roll.Channel)) throw new Refusal("into", $"{thing.Name} rolls, which lies above all layers; let it roll no more, or make keys in the base");
        if (BakedLoose.On(thing).FirstOrDefault(each => each.Channels.Any(names.Contains)) is { Word: { } word }) throw new Refusal("into", $"{thing.Name} {word}, which lies above all layers; switch that off, or bake it first");
    }

    private static double Off(Channel landed, double[] source, double[] values)
    {
        var seen = new double[source.Length];
        if (landed.Curve is { } curve) curve.ValuesAt(source, seen);
        else Array.Fill(seen, landed.Still);
        return seen.Zip(values, (a, b) => Math.Abs(a - b)).DefaultIfEmpty().Max();
    }

    private void Check()
    {
        if (Times.IsDefaultOrEmpty || Channels.IsDefaultOrEmpty) throw new Refusal("times", "nothing was recorded");
        if (Channels.Length > Take.MostChannels) throw new Refusal("channels", $"a take drives {Take.MostChannels} channels at most");
        if (Times.Length > Take.MostSamples) throw new Refusal("times", $"a take has {Take.MostSamples} samples at most");
        if (Channels.Any(channel => channel.Values.IsDefault || channel.Values.Length != Times.Length || !channel.Values.All(double.IsFinite))) throw new Refusal("channels", "each channel has a value for each moment");
        if (Channels.Select(channel => channel.Channel).Distinct().Count() != Channels.Length) throw new Refusal("channels", "each channel is named once");
        for (var i = 0; i < Times.Length; i++)
            if (!Times[i].IsWithinReach || i > 0 && Times[i] <= Times[i - 1]) throw new Refusal("times", "moments come one after the other");
        if (!Enum.IsDefined(Into)) throw new Refusal("into", "a take goes into a layer or into keys");
        _ = new Tolerances(Tolerance, Degrees).Checked();
        if (Ease is < 0 or > 10_000) throw new Refusal("ease", "a layer comes in over 0 to 10000 frames");
    }

    private Layer NewLayer(Scene scene)
    {
        if (scene.Layers.Values.FirstOrDefault(other => other.Solo) is { } solo) throw new Refusal("into", $"{solo.Name} is solo, so that a new layer is not seen; let go of that first");
        return LayerEdits.New(scene, FreeName(scene, Names.Checked(Name, "name")), LayerMode.Override) with { Strength = Strength(scene.Rate) };
    }

    /// <summary>The name, or where there is such a layer already, with what tells them apart behind it: a take's number stays its own.</summary>
    private static string FreeName(Scene scene, string name)
    {
        var taken = scene.Layers.Values.Select(layer => layer.Name).Append(Layer.Base).ToHashSet();
        if (!taken.Contains(name)) return name;
        var start = name[..Math.Min(name.Length, Names.Longest - 5)];
        return Enumerable.Range(2, taken.Count).Select(i => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{start}, {i}")).First(wanted => !taken.Contains(wanted));
    }

    /// <summary>It is there only as long as the take lasts, coming in and going out over some frames.</summary>
    private Channel Strength(FrameRate rate)
    {
        var (from, to) = (Times[0], Times[^1]);
        if (from == to) return Layer.Whole;
        // Two eases share a take that is too short for both.
        var ease = Math.Min((long)Math.Round((double)Ease * rate.TicksPerFrame), (to - from).Value / 2);
        static Key At(Tick time, double value, Interpolation mode) => new(time, value, mode, mode);
        if (ease <= 0) return new(0, new Curve([At(new(from.Value - 1), 0, Interpolation.Hold), At(from, 1, Interpolation.Hold), At(new(to.Value + 1), 0, Interpolation.Hold)]));
        var (full, still) = (new Tick(from.Value + ease), new Tick(to.Value - ease));
        return new(0, new Curve(full < still
            ? [At(from, 0, Interpolation.Linear), At(full, 1, Interpolation.Linear), At(still, 1, Interpolation.Linear), At(to, 0, Interpolation.Linear)]
            : [At(from, 0, Interpolation.Linear), At(full, 1, Interpolation.Linear), At(to, 0, Interpolation.Linear)]));
    }
}
