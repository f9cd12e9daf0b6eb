using MessagePack;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store.Packing;

/// <summary>What bends an object's geometry and how it fades, as it is packed.</summary>
[MessagePackObject]
public sealed record GeometryImage([property: Key(0)] DeformerImage[] Deformers, [property: Key(1)] FadeImage? Fade)
{
    /// <summary>The image of an object's geometry; null where nothing is out of the ordinary.</summary>
    public static GeometryImage? Of(SceneObject thing) => thing is { Deformers: null, Fade: null }
        ? null
        : new(
            [.. (thing.Deformers ?? Enumerable.Empty<Deformer>()).Select(each => new DeformerImage(each.Name, (byte)each.Kind, (byte)each.Axis, each.Within, each.OneWay, each.On))],
            thing.Fade is { } fade ? new(fade.Azimuth, fade.Height, fade.Invert) : null);

    /// <summary>The deformers of the image; null where there are none.</summary>
    public DeformerStack? Stack() => DeformerStack.Of([.. Deformers.Select(each => each.Deformer())]);
}

/// <summary>A deformer without its channels, as it is packed.</summary>
[MessagePackObject]
public sealed record DeformerImage(
    [property: Key(0)] string Name, [property: Key(1)] byte Kind, [property: Key(2)] byte Axis, [property: Key(3)] bool Within, [property: Key(4)] bool OneWay, [property: Key(5)] bool On)
{
    /// <summary>The deformer of the image.</summary>
    public Deformer Deformer() => new(Name, (DeformerKind)Kind, (Axis)Axis, Within, OneWay, On);
}

/// <summary>How an object fades, as it is packed.</summary>
[MessagePackObject]
public sealed record FadeImage([property: Key(0)] double Azimuth, [property: Key(1)] double Height, [property: Key(2)] bool Invert)
{
    /// <summary>The fade of the image.</summary>
    public Fade Fade() => new(Azimuth, Height, Invert);
}
