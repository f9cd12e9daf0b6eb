using System.Runtime.InteropServices;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>Turns the core's records into messages.</summary>
public static class SceneWire
{
    /// <summary>Rows as they are after a change.</summary>
    /// <param name="change">What changed.</param>
    /// <param name="before">The scene before it.</param>
    /// <param name="scene">The scene after it.</param>
    /// <param name="withPlayed">When keys are seen, too.</param>
    public static RowsMessage Rows(SceneChange change, Scene before, Scene scene, bool withPlayed = true)
    {
        T[] Told<TRow, T>(Func<TRow, T> message) => [.. change.Rows.Select(row => row.After).OfType<TRow>().Select(message)];
        var (flow, retimed) = (new TimeFlow(scene), RetimedObjects.Of(change, before, scene));
        var placed = change.StaleClips(scene, retimed);
        return new(
            change.Rows.Select(row => row.After).OfType<SceneSettings>().Select(Settings).SingleOrDefault(),
            Told((SceneObject thing) => Object(thing)),
            [.. change.Rows.Where(row => row.Row.Kind == RowKind.Channel).Select(Channel)],
            [.. ToldWarps(change, scene).Select(warp => Warp(warp, scene.Rate))],
            Told((Bookmark mark) => new BookmarkMessage(mark.Id.Value, mark.Name, mark.Time.Value, mark.Colour)),
            Told((NamedSelection named) => new NamedSelectionMessage(named.Id.Value, named.Name, [.. named.Objects.Select(id => id.Value)])),
            Told((Clip clip) => new ClipMessage(clip.Id.Value, clip.Name, clip.Length, [.. clip.Channels.Keys])),
            [.. placed.Select(one => Placed(one, scene, flow))],
            [.. CueWire.Told(change, before, scene)],
            Told((Layer layer) => LayerWire.Message(layer)),
            Told((Backdrop backdrop) => BackdropMessage.Of(backdrop)),
            Told((Sound sound) => SoundMessage.Of(sound)),
            Told((Mark mark) => new MarkMessage(mark.Id.Value, mark.Finding, mark.Object?.Value, mark.Subject, mark.Channel, mark.Start.Value, mark.End.Value)),
            [.. Gone(change)],
            withPlayed ? [.. Played(scene, new TimeFlow(before), flow, SeenOtherwise(change, scene, retimed, placed))] : []);
    }

    /// <summary>What is not there any more, of each kind. A channel never goes: it is as the kind has it.</summary>
    private static IEnumerable<GoneMessage> Gone(SceneChange change) =>
        change.Rows.Where(row => row.After is null && row.Row.Kind != RowKind.Channel).GroupBy(row => row.Row.Kind, row => row.Row.Id)
            .Select(rows => new GoneMessage(rows.Key, [.. rows]));

    /// <summary>The points of a warp are told in frames: at another rate all are others, though the warps may be the same.</summary>
    private static IEnumerable<Warp> ToldWarps(SceneChange change, Scene scene) =>
        change.ChangesTime && change.Rows.Any(row => row.Row.Kind == RowKind.Settings) ? scene.Warps.Values : change.Rows.Select(row => row.After).OfType<Warp>();

    private static SettingsMessage Settings(SceneSettings settings) => new(
        settings.Name, settings.Rate.ToString(), settings.Rate.FramesPerSecond, settings.Rate.TicksPerFrame,
        [settings.Range.First, settings.Range.Last], [settings.Work.First, settings.Work.Last],
        Timecode.CanDrop(settings.Rate), settings.Clock.Of(settings.Range.First, TimeDisplay.Timecode));

    private static ObjectMessage Object(SceneObject thing) => new(
        thing.Id.Value, thing.Name, thing.Kind, thing.Parent?.Value, thing.Place, thing.RotationOrder, thing.RotationInterpolation,
        thing.Roll is { } roll ? new(roll.Axle, roll.Radius) : null,
        thing.Path is { } path ? Path(path) : null,
        thing.Follow is { } follow ? new(follow.Path.Value, follow.Facing, follow.Up, follow.Bank) : null,
        thing.Aim is { } aim ? new(aim.At.Value, aim.Axis, aim.Up) : null,
        thing.Sway is { } sway ? new([.. sway.Channels], sway.Seed, sway.On) : null,
        thing.Lag is { } lag ? new([.. lag.Channels], lag.World, lag.On) : null,
        thing.Bounce is { } bounce ? new([.. bounce.Against.Select(id => id.Value)], bounce.On) : null,
        [.. (thing.Deformers ?? Enumerable.Empty<Deformer>()).Select(each => new DeformerMessage(each.Name, each.Kind, each.Axis, each.Within, each.OneWay, each.On))],
        thing.Fade is { } fade ? Fade(fade) : null,
        thing.Text is { } text ? new(text.Lines, text.Font, text.Align) : null,
        thing.Mesh is { } mesh ? new(mesh.Asset.ToString(), mesh.Name) : null,
        [.. ChannelCatalogue.ByUse.Where(use => thing.Uses.HasFlag(use.Use)).Select(use => use.Use)]);

    private static FadeMessage Fade(Fade fade) =>
        new(fade.Azimuth, fade.Height, fade.Invert, Numbers(FadeRun.DirectionOf(fade)));

    private static PathMessage Path(PathShape path)
    {
        return new(path.Closed, path.Spread, PathWay.Of(path).Length,
            [.. path.Points.Select((point, i) => new PathPointMessage(point.Kind, Numbers(point.At), Numbers(path.In(i)), Numbers(path.Out(i))))]);
    }

    private static double[] Numbers(Vector v) => [v.X, v.Y, v.Z];

    private static ChannelMessage Channel(RowChange row)
    {
        var address = CurveRef.Of(new ObjectId(row.Row.Id), row.Row.Channel);
        return row.After is Channel now
            ? Channel(address, now, row.Before as Channel)
            // Back to the kind's default, which the browser knows from the catalogue.
            : new(address.Owner, address.Id, address.Channel, double.NaN, Extrapolation.Hold, Extrapolation.Hold, 0, 0, null, false);
    }

    /// <summary>No rows, but when all keys of a scene are seen.</summary>
    public static RowsMessage Played(Scene scene) => Rows(new SceneChange([]), scene, scene) with { Played = [.. Played(scene, new TimeFlow(scene), new TimeFlow(scene), AllCurves(scene))] };

    private static IEnumerable<CurveRef> AllCurves(Scene scene) =>
        scene.Objects.Values.SelectMany(CurvesOf).Concat(scene.PlacedClips.Keys.Select(CurveRef.Of));

    private static IEnumerable<CurveRef> CurvesOf(SceneObject thing) => thing.Channels.Keys.Select(name => CurveRef.Of(thing.Id, name));

    /// <summary>The curves whose keys may be seen at other times: those that changed, and all of objects whose time flows otherwise.</summary>
    private static IEnumerable<CurveRef> SeenOtherwise(SceneChange change, Scene scene, RetimedObjects retimed, IReadOnlyList<PlacedClip> clips) =>
        change.Rows.Where(row => row is { Row.Kind: RowKind.Channel, After: not null }).Select(row => CurveRef.Of(new ObjectId(row.Row.Id), row.Row.Channel))
            .Concat(retimed.In(scene).SelectMany(id => CurvesOf(scene.Object(id))))
            .Concat(clips.Select(placed => CurveRef.Of(placed.Id)))
            .Distinct();

    /// <summary>When the keys of some curves are seen; no times for one that had others and is seen when its keys say now.</summary>
    private static IEnumerable<PlayedMessage> Played(Scene scene, TimeFlow before, TimeFlow flow, IEnumerable<CurveRef> addresses)
    {
        if (before.IsPlain && flow.IsPlain) yield break;
        var found = new Dictionary<TimeStack, Dictionary<double, double?>>();
        foreach (var address in addresses)
        {
            if (scene.At(address, "channel").Channel.Curve is not { } curve) continue;
            var way = flow.Covering(address);
            if (way.IsPlain)
            {
                // What was placed or came only now has had no other times.
                if (address.Placed is null && !before.Covering(address).IsPlain) yield return new(address.Owner, address.Id, address.Channel, []);
                continue;
            }
            if (!found.TryGetValue(way, out var known)) found[way] = known = [];
            var times = new double[curve.Keys.Length];
            for (var i = 0; i < times.Length; i++) times[i] = way.PlayedOf(curve.Keys[i].Time.Value, known) ?? double.NaN;
            yield return new(address.Owner, address.Id, address.Channel, MemoryMarshal.AsBytes(times.AsSpan()).ToArray());
        }
    }

    private static PlacedClipMessage Placed(PlacedClip placed, Scene scene, TimeFlow flow)
    {
        double[] times = [placed.Start.Value, placed.End.Value, .. ClipSamples.CyclesOf(scene, placed)];
        var played = flow.Covering(placed.Object, "").IsPlain
            ? null
            : Array.ConvertAll(times, time => flow.PlayedOf(placed.Object, time) ?? double.NaN);
        return new(placed.Id.Value, placed.Clip.Value, placed.Object.Value, times, played, placed.Offset, placed.Cycle, placed.After,
            Channel(CurveRef.Of(placed.Id), placed.Rate));
    }

    private static WarpMessage Warp(Warp warp, FrameRate rate) => new(
        warp.Id.Value, warp.Name, warp.On, warp.Beyond,
        warp.Targets is { } targets ? [.. targets.Select(target => new TargetMessage(target.Object.Value, target.Channel))] : null,
        Channel(CurveRef.Of(warp.Id), WarpPoints.Of(warp, rate)));

    /// <summary>A channel with its address.</summary>
    /// <param name="curve">The address.</param>
    /// <param name="c">The channel.</param>
    /// <param name="known">The channel as the tab knows it: what is the same at the start and the end of its keys does not travel.</param>
    public static ChannelMessage Channel(CurveRef curve, Channel c, Channel? known = null)
    {
        var (head, tail) = known?.Curve is { } before && c.Curve is { } now ? KeyWire.Same(before, now) : (0, 0);
        return new(curve.Owner, curve.Id, curve.Channel, c.Still, c.Curve?.Before ?? default, c.Curve?.After ?? default, head, tail, KeyWire.Keys(c.Curve, head, tail), c.Locked);
    }
}
