using System.Collections.Immutable;
using System.Runtime.InteropServices;
using System.Text.Json;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>Turns the core's records into messages.</summary>
public static class SceneWire
{
    /// <summary>Rows as they are after a change.</summary>
    /// <param name="change">What changed.</param>
    /// <param name="scene">The scene after it.</param>
    /// <param name="withPlayed">When keys are seen, too.</param>
    public static RowsMessage Rows(SceneChange change, Scene scene, bool withPlayed = true)
    {
        SettingsMessage? settings = null;
        var objects = new List<ObjectMessage>();
        var channels = new List<ChannelMessage>();
        var removedObjects = new List<int>();
        var warps = new List<WarpMessage>();
        var removedWarps = new List<int>();
        var bookmarks = new List<BookmarkMessage>();
        var removedBookmarks = new List<int>();
        var selections = new List<NamedSelectionMessage>();
        var removedSelections = new List<int>();
        var clips = new List<ClipMessage>();
        var removedClips = new List<int>();
        var removedPlaced = new List<int>();
        foreach (var (row, before, after) in change.Rows)
        {
            switch (row.Kind, after)
            {
                case (RowKind.Settings, SceneSettings s):
                    settings = new(s.Name, s.Rate.ToString(), s.Rate.FramesPerSecond, s.Rate.TicksPerFrame,
                        [s.Range.First, s.Range.Last], [s.Work.First, s.Work.Last], Timecode.CanDrop(s.Rate), s.Clock.Of(s.Range.First, TimeDisplay.Timecode));
                    break;
                case (RowKind.Object, SceneObject o):
                    objects.Add(new(o.Id.Value, o.Name, o.Kind, o.Parent?.Value, o.Place, o.RotationOrder, o.RotationInterpolation,
                        o.Roll is { } roll ? new(roll.Axle, roll.Radius) : null));
                    break;
                case (RowKind.Object, null):
                    removedObjects.Add(row.Id);
                    break;
                case (RowKind.Channel, Channel c):
                    channels.Add(Channel(CurveRef.Of(new ObjectId(row.Id), row.Channel), c, before as Channel));
                    break;
                case (RowKind.Channel, null):
                    // Back to the kind's default, which the browser knows from the catalogue.
                    channels.Add(new(OwnerKind.Object, row.Id, row.Channel, double.NaN, Extrapolation.Hold, Extrapolation.Hold, 0, 0, null, false));
                    break;
                case (RowKind.Warp, Warp w):
                    warps.Add(Warp(w, scene.Rate));
                    break;
                case (RowKind.Warp, null):
                    removedWarps.Add(row.Id);
                    break;
                case (RowKind.Bookmark, Bookmark b):
                    bookmarks.Add(new(b.Id.Value, b.Name, b.Time.Value, b.Colour));
                    break;
                case (RowKind.Bookmark, null):
                    removedBookmarks.Add(row.Id);
                    break;
                case (RowKind.NamedSelection, NamedSelection n):
                    selections.Add(new(n.Id.Value, n.Name, [.. n.Objects.Select(o => o.Value)]));
                    break;
                case (RowKind.NamedSelection, null):
                    removedSelections.Add(row.Id);
                    break;
                case (RowKind.Clip, Clip clip):
                    clips.Add(new(clip.Id.Value, clip.Name, clip.Length, [.. clip.Channels.Keys]));
                    break;
                case (RowKind.Clip, null):
                    removedClips.Add(row.Id);
                    break;
                case (RowKind.PlacedClip, null):
                    removedPlaced.Add(row.Id);
                    break;
            }
        }
        var (flow, placed) = (new TimeFlow(scene), change.StaleClips(scene));
        // The points of a warp are told in frames: at another rate they are others, though the warp may be the same.
        if (change.ChangesTime && settings is not null)
            warps.AddRange(scene.Warps.Values.Where(known => warps.All(told => told.Id != known.Id.Value)).Select(known => Warp(known, scene.Rate)));
        return new(settings, [.. objects], [.. channels], [.. removedObjects], [.. warps], [.. removedWarps],
            [.. bookmarks], [.. removedBookmarks], [.. selections], [.. removedSelections],
            [.. clips], [.. removedClips], [.. placed.Select(one => Placed(one, scene, flow))], [.. removedPlaced],
            withPlayed ? [.. Played(scene, flow, SeenOtherwise(change, scene, placed))] : []);
    }

    /// <summary>No rows, but when all keys of a scene are seen.</summary>
    public static RowsMessage Played(Scene scene) => Rows(new SceneChange([]), scene) with { Played = [.. Played(scene, new TimeFlow(scene), AllCurves(scene))] };

    private static IEnumerable<CurveRef> AllCurves(Scene scene) =>
        scene.Objects.Values.SelectMany(thing => thing.Channels.Keys.Select(name => CurveRef.Of(thing.Id, name))).Concat(scene.PlacedClips.Keys.Select(CurveRef.Of));

    /// <summary>The curves whose keys may be seen at other times: those that changed and, where time flows otherwise, all.</summary>
    private static IEnumerable<CurveRef> SeenOtherwise(SceneChange change, Scene scene, IReadOnlyList<PlacedClip> clips) =>
        change.ChangesTime
            ? AllCurves(scene)
            : change.Rows.Where(row => row is { Row.Kind: RowKind.Channel, After: not null }).Select(row => CurveRef.Of(new ObjectId(row.Row.Id), row.Row.Channel))
                .Concat(clips.Select(placed => CurveRef.Of(placed.Id)));

    private static IEnumerable<PlayedMessage> Played(Scene scene, TimeFlow flow, IEnumerable<CurveRef> addresses)
    {
        if (flow.IsPlain) yield break;
        var found = new Dictionary<Warp[], Dictionary<double, double?>>();
        foreach (var address in addresses)
        {
            if (scene.At(address, "channel").Channel.Curve is not { } curve || flow.Covering(address) is not { Length: > 0 } warps) continue;
            if (!found.TryGetValue(warps, out var known)) found[warps] = known = [];
            var times = new double[curve.Keys.Length];
            for (var i = 0; i < times.Length; i++) times[i] = TimeFlow.PlayedOf(warps, curve.Keys[i].Time.Value, known) ?? double.NaN;
            yield return new(address.Owner, address.Id, address.Channel, MemoryMarshal.AsBytes(times.AsSpan()).ToArray());
        }
    }

    private static PlacedClipMessage Placed(PlacedClip placed, Scene scene, TimeFlow flow)
    {
        double[] times = [placed.Start.Value, placed.End.Value, .. ClipSamples.CyclesOf(scene, placed)];
        var played = flow.Covering(placed.Object, "").Length == 0
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
