using MessagePack;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store.Packing;

/// <summary>What bends an object's geometry, how it fades, what it says, and where its triangles are, as it is packed.</summary>
[MessagePackObject]
public sealed record GeometryImage([property: Key(0)] DeformerImage[] Deformers, [property: Key(1)] FadeImage? Fade, [property: Key(2)] TextImage? Text = null, [property: Key(3)] MeshImage? Mesh = null)
{
    /// <summary>The image of an object's geometry; null where nothing is out of the ordinary.</summary>
    public static GeometryImage? Of(SceneObject thing) => thing is { Deformers: null, Fade: null, Text: null, Mesh: null }
        ? null
        : new(
            [.. (thing.Deformers ?? Enumerable.Empty<Deformer>()).Select(each => new DeformerImage(each.Name, (byte)each.Kind, (byte)each.Axis, each.Within, each.OneWay, each.On))],
            thing.Fade is { } fade ? new(fade.Azimuth, fade.Height, fade.Invert) : null,
            thing.Text is { } text ? new(text.Lines, (byte)text.Font, (byte)text.Align) : null,
            thing.Mesh is { } mesh ? new(mesh.Asset.ToString(), mesh.Name) : null);

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

/// <summary>What a text says, as it is packed.</summary>
[MessagePackObject]
public sealed record TextImage([property: Key(0)] string Lines, [property: Key(1)] byte Font, [property: Key(2)] byte Align)
{
    /// <summary>The text of the image.</summary>
    public TextBody Text() => new(Lines, (TextFont)Font, (TextAlign)Align);
}

/// <summary>Where the triangles of a mesh come from, as it is packed.</summary>
[MessagePackObject]
public sealed record MeshImage([property: Key(0)] string Asset, [property: Key(1)] string Name)
{
    /// <summary>The mesh of the image.</summary>
    public MeshBody Mesh() => new(AssetHash.Parse(Asset), Name);
}

/// <summary>How an object fades, as it is packed.</summary>
[MessagePackObject]
public sealed record FadeImage([property: Key(0)] double Azimuth, [property: Key(1)] double Height, [property: Key(2)] bool Invert)
{
    /// <summary>The fade of the image.</summary>
    public Fade Fade() => new(Azimuth, Height, Invert);
}
