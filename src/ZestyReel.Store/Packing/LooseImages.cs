using MessagePack;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store.Packing;

/// <summary>How an object sways, lags and bounces, as it is packed.</summary>
[MessagePackObject]
public sealed record LooseImage([property: Key(0)] SwayImage? Sway, [property: Key(1)] LagImage? Lag, [property: Key(2)] BounceImage? Bounce)
{
    /// <summary>The image of an object's loose motion; null where there is none.</summary>
    public static LooseImage? Of(SceneObject thing) => thing is { Sway: null, Lag: null, Bounce: null }
        ? null
        : new(
            thing.Sway is { } sway ? new([.. sway.Channels], sway.Seed, sway.On) : null,
            thing.Lag is { } lag ? new([.. lag.Channels], lag.World, lag.On) : null,
            thing.Bounce is { } bounce ? new([.. bounce.Against.Select(id => id.Value)], bounce.On) : null);
}

/// <summary>How an object sways, as it is packed.</summary>
[MessagePackObject]
public sealed record SwayImage([property: Key(0)] string[] Channels, [property: Key(1)] int Seed, [property: Key(2)] bool On)
{
    /// <summary>The sway of the image.</summary>
    public Sway Sway() => new([.. Channels], Seed, On);
}

/// <summary>How an object lags, as it is packed.</summary>
[MessagePackObject]
public sealed record LagImage([property: Key(0)] string[] Channels, [property: Key(1)] bool World, [property: Key(2)] bool On)
{
    /// <summary>The lag of the image.</summary>
    public Lag Lag() => new([.. Channels], World, On);
}

/// <summary>How an object bounces, as it is packed.</summary>
[MessagePackObject]
public sealed record BounceImage([property: Key(0)] int[] Against, [property: Key(1)] bool On)
{
    /// <summary>The bounce of the image.</summary>
    public Bounce Bounce() => new([.. Against.Select(id => new ObjectId(id))], On);
}
