using MessagePack;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Wire;

/// <summary>An object without its channels.</summary>
[MessagePackObject]
public sealed record ObjectMessage(
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("kind"), MessagePackFormatter(typeof(Words<ObjectKind>))] ObjectKind Kind,
    [property: Key("parent")] int? Parent,
    [property: Key("place")] int Place,
    [property: Key("rotationOrder"), MessagePackFormatter(typeof(Words<RotationOrder>))] RotationOrder RotationOrder,
    [property: Key("rotationInterpolation"), MessagePackFormatter(typeof(Words<RotationInterpolation>))] RotationInterpolation RotationInterpolation,
    [property: Key("roll")] RollMessage? Roll,
    [property: Key("path")] PathMessage? Path,
    [property: Key("follow")] FollowMessage? Follow,
    [property: Key("aim")] AimMessage? Aim,
    [property: Key("sway")] SwayMessage? Sway,
    [property: Key("lag")] LagMessage? Lag,
    [property: Key("bounce")] BounceMessage? Bounce,
    [property: Key("deformers")] DeformerMessage[] Deformers,
    [property: Key("fade")] FadeMessage? Fade,
    [property: Key("text")] TextMessage? Text,
    [property: Key("mesh")] MeshMessage? Mesh,
    [property: Key("uses"), MessagePackFormatter(typeof(WordLists<ChannelUses>))] ChannelUses[] Uses);

/// <summary>The way of a path, in its own space.</summary>
/// <param name="Closed">Whether it goes on from the last point to the first.</param>
/// <param name="Spread">What equal travel means.</param>
/// <param name="Length">How long it is, in scene lengths.</param>
/// <param name="Points">Its points.</param>
[MessagePackObject]
public sealed record PathMessage(
    [property: Key("closed")] bool Closed,
    [property: Key("spread"), MessagePackFormatter(typeof(Words<PathSpread>))] PathSpread Spread,
    [property: Key("length")] double Length,
    [property: Key("points")] PathPointMessage[] Points);

/// <summary>A point of a path: where it is and, from there, its handles as they are drawn; three numbers each.</summary>
[MessagePackObject]
public sealed record PathPointMessage(
    [property: Key("kind"), MessagePackFormatter(typeof(Words<PathPointKind>))] PathPointKind Kind,
    [property: Key("at"), Triple] double[] At,
    [property: Key("in"), Triple] double[] In,
    [property: Key("out"), Triple] double[] Out);

/// <summary>How an object follows a path.</summary>
[MessagePackObject]
public sealed record FollowMessage(
    [property: Key("path")] int Path,
    [property: Key("facing"), MessagePackFormatter(typeof(WordsOrNone<SignedAxis>))] SignedAxis? Facing,
    [property: Key("up"), MessagePackFormatter(typeof(Words<SignedAxis>))] SignedAxis Up,
    [property: Key("bank")] double Bank);

/// <summary>How an object aims.</summary>
[MessagePackObject]
public sealed record AimMessage(
    [property: Key("at")] int At,
    [property: Key("axis"), MessagePackFormatter(typeof(Words<SignedAxis>))] SignedAxis Axis,
    [property: Key("up"), MessagePackFormatter(typeof(Words<SignedAxis>))] SignedAxis Up);

/// <summary>The channels that sway, and by which noise.</summary>
[MessagePackObject]
public sealed record SwayMessage([property: Key("channels")] string[] Channels, [property: Key("seed")] int Seed, [property: Key("on")] bool On);

/// <summary>The channels that lag; none where the place in the world does.</summary>
[MessagePackObject]
public sealed record LagMessage([property: Key("channels")] string[] Channels, [property: Key("world")] bool World, [property: Key("on")] bool On);

/// <summary>The numbers of what is bounced off besides.</summary>
[MessagePackObject]
public sealed record BounceMessage([property: Key("against")] int[] Against, [property: Key("on")] bool On);

/// <summary>A deformer, in the order in which they act; see the core's <c>Deformer</c>.</summary>
[MessagePackObject]
public sealed record DeformerMessage(
    [property: Key("name")] string Name,
    [property: Key("kind"), MessagePackFormatter(typeof(Words<DeformerKind>))] DeformerKind Kind,
    [property: Key("axis"), MessagePackFormatter(typeof(Words<Axis>))] Axis Axis,
    [property: Key("within")] bool Within,
    [property: Key("oneWay")] bool OneWay,
    [property: Key("on")] bool On);

/// <summary>What a text says, its lines parted by line feeds.</summary>
[MessagePackObject]
public sealed record TextMessage(
    [property: Key("lines")] string Lines,
    [property: Key("font"), MessagePackFormatter(typeof(Words<TextFont>))] TextFont Font,
    [property: Key("align"), MessagePackFormatter(typeof(Words<TextAlign>))] TextAlign Align);

/// <summary>Where the triangles of a mesh come from.</summary>
[MessagePackObject]
public sealed record MeshMessage([property: Key("asset")] string Asset, [property: Key("name")] string Name);

/// <summary>How an object fades.</summary>
/// <param name="Azimuth">Degrees about y from x.</param>
/// <param name="Height">Degrees upwards.</param>
/// <param name="Invert">What is seen and what is not are exchanged.</param>
/// <param name="Direction">The same direction, as a way of length 1.</param>
[MessagePackObject]
public sealed record FadeMessage(
    [property: Key("azimuth")] double Azimuth, [property: Key("height")] double Height, [property: Key("invert")] bool Invert, [property: Key("direction")] double[] Direction);

/// <summary>A wheel's axle, and its radius in scene lengths.</summary>
[MessagePackObject]
public sealed record RollMessage([property: Key("axle"), MessagePackFormatter(typeof(Words<Axis>))] Axis Axle, [property: Key("radius")] double Radius);

/// <param name="Owner">What has the channel: an object, a warp or a placed clip.</param>
/// <param name="Id">The owner's number.</param>
/// <param name="Name">The channel's name.</param>
/// <param name="Still">Its value while it has no keys.</param>
/// <param name="Before">What it does before its keys.</param>
/// <param name="After">What it does after them.</param>
/// <param name="Head">So many keys at its start are as the tab knows them already.</param>
/// <param name="Tail">So many at its end, too.</param>
/// <param name="Keys">
/// Null while still; else the keys between, as n times (f64 ticks), n values (f64), n × 4 handles as they are drawn (f32: ticks and value of
/// the in handle, then of the out handle, offsets from the key; 0 where nothing bends), n bytes of modes (bits 0–2 in, 4–6 out).
/// </param>
/// <param name="Locked">Neither value nor keys can be changed by hand.</param>
[MessagePackObject]
public sealed record ChannelMessage(
    [property: Key("owner"), MessagePackFormatter(typeof(Words<OwnerKind>))] OwnerKind Owner,
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("still")] double Still,
    [property: Key("before"), MessagePackFormatter(typeof(Words<Extrapolation>))] Extrapolation Before,
    [property: Key("after"), MessagePackFormatter(typeof(Words<Extrapolation>))] Extrapolation After,
    [property: Key("head")] int Head,
    [property: Key("tail")] int Tail,
    [property: Key("keys")] byte[]? Keys,
    [property: Key("locked")] bool Locked);

/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="On">Whether it applies.</param>
/// <param name="Beyond">What happens outside its points.</param>
/// <param name="Targets">What it covers; null is the whole scene.</param>
/// <param name="Curve">Its points; values are source frames.</param>
[MessagePackObject]
public sealed record WarpMessage(
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("on")] bool On,
    [property: Key("beyond"), MessagePackFormatter(typeof(Words<WarpBeyond>))] WarpBeyond Beyond,
    [property: Key("targets")] TargetMessage[]? Targets,
    [property: Key("curve")] ChannelMessage Curve);
