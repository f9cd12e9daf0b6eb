using MessagePack;

namespace ZestyReel.Server.Wire;

/// <summary>A device that is heard of.</summary>
/// <param name="Name">What it calls itself.</param>
/// <param name="Rate">Poses a second, of late.</param>
/// <param name="Lost">How many were lost of late.</param>
/// <param name="Quiet">Seconds since the last one came.</param>
[MessagePackObject]
public sealed record TrackerMessage([property: Key("name")] string Name, [property: Key("rate")] double Rate, [property: Key("lost")] int Lost, [property: Key("quiet")] double Quiet);

/// <summary>Where a device has an object just now.</summary>
/// <param name="Object">The object.</param>
/// <param name="Channels">The channels that are driven.</param>
/// <param name="Values">Their values.</param>
[MessagePackObject]
public sealed record TrackedMessage([property: Key("object")] int Object, [property: Key("channels")] string[] Channels, [property: Key("values")] double[] Values);
