using System.Collections.Immutable;
using MessagePack;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Store.Packing;

// The shapes in which rows lie in the history. Fields are numbered and never renumbered: old histories are read for ever.
// Keys lie beside them now; where an image still has some, it comes from a history of packing 1.

/// <summary>A scene's settings as they are packed.</summary>
[MessagePackObject]
public sealed record SettingsImage(
    [property: Key(0)] string Name,
    [property: Key(1)] int RateNum, [property: Key(2)] int RateDen,
    [property: Key(3)] long RangeFirst, [property: Key(4)] long RangeLast,
    [property: Key(5)] long WorkFirst, [property: Key(6)] long WorkLast, [property: Key(7)] long Start = 0)
{
    /// <summary>The image of settings.</summary>
    public static SettingsImage Of(SceneSettings s) =>
        new(s.Name, s.Rate.Num, s.Rate.Den, s.Range.First, s.Range.Last, s.Work.First, s.Work.Last, s.Start);

    /// <summary>The settings of the image.</summary>
    public SceneSettings Settings() =>
        new(Name, FrameRate.Of(RateNum, RateDen), new(RangeFirst, RangeLast), new(WorkFirst, WorkLast), Start);
}

/// <summary>An object without its channels as it is packed.</summary>
[MessagePackObject]
public sealed record ObjectImage(
    [property: Key(0)] string Name, [property: Key(1)] string Kind, [property: Key(2)] int? Parent,
    [property: Key(3)] int Place, [property: Key(4)] string RotationOrder, [property: Key(5)] string? RotationInterpolation = null,
    [property: Key(6)] string? RollAxle = null, [property: Key(7)] double? RollRadius = null,
    [property: Key(8)] PathImage? Path = null, [property: Key(9)] FollowImage? Follow = null, [property: Key(10)] AimImage? Aim = null,
    [property: Key(11)] LooseImage? Loose = null, [property: Key(12)] GeometryImage? Geometry = null)
{
    /// <summary>The image of an object.</summary>
    public static ObjectImage Of(SceneObject o) => new(
        o.Name, o.Kind.ToString(), o.Parent?.Value, o.Place, o.RotationOrder.ToString(), o.RotationInterpolation.ToString(),
        o.Roll?.Axle.ToString(), o.Roll?.Radius,
        o.Path is { } path ? PathImage.Of(path) : null, o.Follow is { } follow ? FollowImage.Of(follow) : null, o.Aim is { } aim ? AimImage.Of(aim) : null,
        LooseImage.Of(o), GeometryImage.Of(o));

    /// <summary>The object of the image, with its number.</summary>
    public SceneObject Object(int id) => new(
        new ObjectId(id), Name, Enum.Parse<ObjectKind>(Kind), Parent is { } parent ? new ObjectId(parent) : null, Place,
        Enum.Parse<RotationOrder>(RotationOrder), ImmutableSortedDictionary<string, Channel>.Empty,
        RotationInterpolation is null ? Core.Scenes.RotationInterpolation.EachAxis : // As histories of former times have it.
            RotationInterpolation == "Shortest" ? Core.Scenes.RotationInterpolation.Quaternion : Enum.Parse<RotationInterpolation>(RotationInterpolation),
        RollAxle is null ? null : new Roll(Enum.Parse<Axis>(RollAxle), RollRadius!.Value),
        Path?.Shape(), Follow?.Follow(), Aim?.Aim(), Loose?.Sway?.Sway(), Loose?.Lag?.Lag(), Loose?.Bounce?.Bounce(), Geometry?.Stack(), Geometry?.Fade?.Fade(), Geometry?.Text?.Text(), Geometry?.Mesh?.Mesh());
}

/// <summary>The way of a path as it is packed.</summary>
/// <param name="Closed">Whether it is closed.</param>
/// <param name="Spread">Its spread.</param>
/// <param name="Kinds">The kind of each point.</param>
/// <param name="Places">Where each point is: three numbers each.</param>
/// <param name="Handles">The in and the out handle of each free point: six numbers each.</param>
[MessagePackObject]
public sealed record PathImage(
    [property: Key(0)] bool Closed, [property: Key(1)] byte Spread, [property: Key(2)] byte[] Kinds,
    [property: Key(3)] double[] Places, [property: Key(4)] double[] Handles)
{
    /// <summary>The image of a path.</summary>
    public static PathImage Of(PathShape path) => new(
        path.Closed, (byte)path.Spread, [.. path.Points.Select(point => (byte)point.Kind)],
        [.. path.Points.SelectMany(point => Numbers(point.At))],
        [.. path.Points.Where(point => point.Kind == PathPointKind.Free).SelectMany(point => Numbers(point.In).Concat(Numbers(point.Out)))]);

    /// <summary>The path of the image.</summary>
    public PathShape Shape()
    {
        var points = ImmutableArray.CreateBuilder<PathPoint>(Kinds.Length);
        var free = 0;
        for (var i = 0; i < Kinds.Length; i++)
        {
            var kind = (PathPointKind)Kinds[i];
            points.Add(kind == PathPointKind.Free
                ? new(At(Places, i), kind, At(Handles, 2 * free), At(Handles, 2 * free++ + 1))
                : new(At(Places, i), kind));
        }
        return new(points.MoveToImmutable(), Closed, (PathSpread)Spread);
    }

    private static double[] Numbers(Vector v) => [v.X, v.Y, v.Z];

    private static Vector At(double[] numbers, int index) => new(numbers[3 * index], numbers[3 * index + 1], numbers[3 * index + 2]);
}

/// <summary>How an object follows a path, as it is packed.</summary>
[MessagePackObject]
public sealed record FollowImage([property: Key(0)] int Path, [property: Key(1)] byte? Facing, [property: Key(2)] byte Up, [property: Key(3)] double Bank)
{
    /// <summary>The image of following.</summary>
    public static FollowImage Of(Follow follow) => new(follow.Path.Value, (byte?)follow.Facing, (byte)follow.Up, follow.Bank);

    /// <summary>The following of the image.</summary>
    public Follow Follow() => new(new ObjectId(Path), (SignedAxis?)Facing, (SignedAxis)Up, Bank);
}

/// <summary>How an object aims, as it is packed.</summary>
[MessagePackObject]
public sealed record AimImage([property: Key(0)] int At, [property: Key(1)] byte Axis, [property: Key(2)] byte Up)
{
    /// <summary>The image of an aim.</summary>
    public static AimImage Of(Aim aim) => new(aim.At.Value, (byte)aim.Axis, (byte)aim.Up);

    /// <summary>The aim of the image.</summary>
    public Aim Aim() => new(new ObjectId(At), (SignedAxis)Axis, (SignedAxis)Up);
}

/// <summary>A channel as it is packed; its keys stand elsewhere.</summary>
[MessagePackObject]
public sealed record ChannelImage(
    [property: Key(0)] double Still, [property: Key(1)] byte Before, [property: Key(2)] byte After,
    [property: Key(3)] byte[]? Keys, [property: Key(4)] bool Locked = false)
{
    /// <summary>The image of a channel.</summary>
    public static ChannelImage Of(Channel c) => new(c.Still, (byte)(c.Curve?.Before ?? 0), (byte)(c.Curve?.After ?? 0), null, c.Locked);

    /// <summary>The channel of the image, with its keys; none where it is still.</summary>
    public Channel Channel(ImmutableArray<Key>? keys) =>
        new(Still, keys is { } there ? new Curve(there, (Extrapolation)Before, (Extrapolation)After) : null, Locked);
}

/// <summary>A warp as it is packed; its points stand elsewhere.</summary>
[MessagePackObject]
public sealed record WarpImage(
    [property: Key(0)] string Name, [property: Key(1)] bool On, [property: Key(2)] TargetImage[]? Targets,
    [property: Key(3)] string Beyond, [property: Key(4)] byte[] Keys)
{
    /// <summary>The image of a warp.</summary>
    public static WarpImage Of(Warp w) => new(
        w.Name, w.On, w.Targets?.Select(t => new TargetImage(t.Object.Value, t.Channel)).ToArray(), w.Beyond.ToString(), []);

    /// <summary>The warp of the image, with its number and points.</summary>
    public Warp Warp(int id, ImmutableArray<Key> keys) => new(
        new WarpId(id), Name, On,
        Targets is null ? null : [.. Targets.Select(t => new TimeTarget(new ObjectId(t.Object), t.Channel is null ? null : OlderWords.Channel(t.Channel)))],
        Enum.Parse<WarpBeyond>(Beyond), new Curve(keys));
}

/// <summary>A bookmark as it is packed.</summary>
[MessagePackObject]
public sealed record BookmarkImage(
    [property: Key(0)] string Name, [property: Key(1)] long Ticks, [property: Key(2)] string Colour)
{
    /// <summary>The image of a bookmark.</summary>
    public static BookmarkImage Of(Bookmark b) => new(b.Name, b.Time.Value, b.Colour.ToString());

    /// <summary>The bookmark of the image, with its number.</summary>
    public Bookmark Bookmark(int id) => new(new BookmarkId(id), Name, new Tick(Ticks), Enum.Parse<BookmarkColour>(Colour));
}

/// <summary>A mark of the timing check as it is packed.</summary>
[MessagePackObject]
public sealed record MarkImage(
    [property: Key(0)] string Finding, [property: Key(1)] int Object, [property: Key(2)] string Subject, [property: Key(3)] string Channel, [property: Key(4)] long Start, [property: Key(5)] long End)
{
    /// <summary>The image of a mark; a contact has no finding, and what is no object's no object.</summary>
    public static MarkImage Of(Mark m) => new(m.Finding?.ToString() ?? "", m.Object?.Value ?? 0, m.Subject, m.Channel, m.Start.Value, m.End.Value);

    /// <summary>The mark of the image, with its number.</summary>
    public Mark Mark(int id) => new(
        new MarkId(id), Finding.Length == 0 ? null : Enum.Parse<FindingKind>(Finding), Object == 0 ? null : new ObjectId(Object), Subject, Channel, new Tick(Start), new Tick(End));
}

/// <summary>A named selection as it is packed.</summary>
[MessagePackObject]
public sealed record NamedSelectionImage([property: Key(0)] string Name, [property: Key(1)] int[] Objects)
{
    /// <summary>The image of a named selection.</summary>
    public static NamedSelectionImage Of(NamedSelection c) => new(c.Name, [.. c.Objects.Select(o => o.Value)]);

    /// <summary>The named selection of the image, with its number.</summary>
    public NamedSelection Selection(int id) => new(new NamedSelectionId(id), Name, [.. Objects.Select(o => new ObjectId(o))]);
}

/// <summary>A clip as it is packed; its keys stand elsewhere.</summary>
[MessagePackObject]
public sealed record ClipImage(
    [property: Key(0)] string Name, [property: Key(1)] long Length, [property: Key(2)] string[] Channels, [property: Key(3)] byte[][] Keys)
{
    /// <summary>The image of a clip.</summary>
    public static ClipImage Of(Clip c) => new(c.Name, c.Length, [.. c.Channels.Keys], []);

    /// <summary>The clip of the image, with its number and its channels' keys.</summary>
    public Clip Clip(int id, Func<string, ImmutableArray<Key>> keys) => new(
        new ClipId(id), Name, Length, Channels.Select(OlderWords.Channel).ToImmutableSortedDictionary(channel => channel, channel => new Curve(keys(channel))));
}

/// <summary>A placed clip as it is packed; its rate's keys stand elsewhere.</summary>
[MessagePackObject]
public sealed record PlacedClipImage(
    [property: Key(0)] int Clip, [property: Key(1)] int Object, [property: Key(2)] long Start, [property: Key(3)] long End,
    [property: Key(4)] long Offset, [property: Key(5)] string Cycle, [property: Key(6)] string After, [property: Key(7)] ChannelImage Rate)
{
    /// <summary>The image of a placed clip.</summary>
    public static PlacedClipImage Of(PlacedClip p) => new(
        p.Clip.Value, p.Object.Value, p.Start.Value, p.End.Value, p.Offset, p.Cycle.ToString(), p.After.ToString(), ChannelImage.Of(p.Rate));

    /// <summary>The placed clip of the image, with its number and its rate's keys.</summary>
    public PlacedClip Placed(int id, ImmutableArray<Key>? keys) => new(
        new PlacedClipId(id), new ClipId(Clip), new ObjectId(Object), new Tick(Start), new Tick(End), Offset,
        Enum.Parse<ClipCycle>(Cycle), Enum.Parse<ClipAfter>(After), Rate.Channel(keys));
}

/// <summary>A layer as it is packed; its strength's keys stand elsewhere.</summary>
[MessagePackObject]
public sealed record LayerImage(
    [property: Key(0)] string Name, [property: Key(1)] int Place, [property: Key(2)] string Mode, [property: Key(3)] bool On, [property: Key(4)] bool Solo,
    [property: Key(5)] bool Locked, [property: Key(6)] string Peel, [property: Key(7)] ChannelImage Strength)
{
    /// <summary>The image of a layer.</summary>
    public static LayerImage Of(Layer l) => new(l.Name, l.Place, l.Mode.ToString(), l.On, l.Solo, l.Locked, l.Peel.ToString(), ChannelImage.Of(l.Strength));

    /// <summary>The layer of the image, with its number and its strength's keys.</summary>
    public Layer Layer(int id, ImmutableArray<Key>? keys) => new(
        new LayerId(id), Name, Place, Enum.Parse<LayerMode>(Mode), On, Solo, Locked, Enum.Parse<LayerPeel>(Peel), Strength.Channel(keys));
}

/// <summary>What a warp covers, as it is packed.</summary>
[MessagePackObject]
public sealed record TargetImage([property: Key(0)] int Object, [property: Key(1)] string? Channel);

/// <summary>A cue as it is packed.</summary>
[MessagePackObject]
public sealed record CueImage(
    [property: Key(0)] string Name, [property: Key(1)] bool On, [property: Key(2)] long From, [property: Key(3)] long Offset, [property: Key(4)] long Anchor,
    [property: Key(5)] TargetImage[] Starts, [property: Key(6)] string Event, [property: Key(7)] int? Object, [property: Key(8)] string? Channel,
    [property: Key(9)] double Value, [property: Key(10)] string Going, [property: Key(11)] int? Other, [property: Key(12)] int? Bookmark)
{
    /// <summary>The image of a cue.</summary>
    public static CueImage Of(Cue c) => new(
        c.Name, c.On, c.From.Value, c.Offset.Value, c.Anchor.Value, [.. c.Starts.Select(t => new TargetImage(t.Object.Value, t.Channel))],
        c.When.Event.ToString(), c.When.Object?.Value, c.When.Channel, c.When.Value, c.When.Going.ToString(), c.When.Other?.Value, c.When.Bookmark?.Value);

    /// <summary>The cue of the image, with its number.</summary>
    public Cue Cue(int id) => new(
        new CueId(id), Name, On,
        new(Enum.Parse<CueEvent>(Event), Id(Object), Channel, Value, Enum.Parse<CueGoing>(Going), Id(Other), Bookmark is { } bookmark ? new BookmarkId(bookmark) : null),
        new Tick(From), new TickSpan(Offset), [.. Starts.Select(t => new TimeTarget(new ObjectId(t.Object), t.Channel))], new Tick(Anchor));

    private static ObjectId? Id(int? number) => number is { } id ? new ObjectId(id) : null;
}

/// <summary>A row before and after, whole: packing 1.</summary>
[MessagePackObject]
public sealed record RowImage(
    [property: Key(0)] byte Kind, [property: Key(1)] int Id, [property: Key(2)] string Channel,
    [property: Key(3)] byte[]? Before, [property: Key(4)] byte[]? After);

/// <summary>What differs in a row: packing 2.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Id">Its number.</param>
/// <param name="Channel">Its channel.</param>
/// <param name="Before">The row before, without keys; null where it was not there.</param>
/// <param name="After">The row after, without keys; null where it is gone.</param>
/// <param name="Same">Both are the same, and only <paramref name="Before"/> is written.</param>
/// <param name="Keys">What differs in its curves.</param>
[MessagePackObject]
public sealed record RowDifference(
    [property: Key(0)] byte Kind, [property: Key(1)] int Id, [property: Key(2)] string Channel,
    [property: Key(3)] byte[]? Before, [property: Key(4)] byte[]? After, [property: Key(5)] bool Same, [property: Key(6)] KeysDifference[] Keys);

/// <summary>What differs in the keys of one curve.</summary>
/// <param name="Curve">Which of the row's curves; empty where it has one.</param>
/// <param name="At">How many keys before it are the same.</param>
/// <param name="Removed">The keys that were there, packed; null where there was no curve.</param>
/// <param name="Added">The keys that are there now, packed; null where there is no curve any more.</param>
[MessagePackObject]
public sealed record KeysDifference(
    [property: Key(0)] string Curve, [property: Key(1)] int At, [property: Key(2)] byte[]? Removed, [property: Key(3)] byte[]? Added);
