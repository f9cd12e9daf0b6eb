using MessagePack;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store.Packing;

/// <summary>A background picture as it is packed.</summary>
[MessagePackObject]
public sealed record BackdropImage(
    [property: Key(0)] string? View, [property: Key(1)] int? Camera, [property: Key(2)] BackdropPictureImage[] Pictures, [property: Key(3)] bool On, [property: Key(4)] string Fit,
    [property: Key(5)] double Opacity, [property: Key(6)] long Offset, [property: Key(7)] double X, [property: Key(8)] double Y, [property: Key(9)] double Width)
{
    /// <summary>The image of a background picture.</summary>
    public static BackdropImage Of(Backdrop b) => new(
        b.View?.ToString(), b.Camera?.Value, [.. b.Pictures.Select(p => new BackdropPictureImage(p.Name, Convert.FromHexString(p.Asset.ToString()), p.Number))],
        b.On, b.Fit.ToString(), b.Opacity, b.Offset, b.X, b.Y, b.Width);

    /// <summary>The background picture of the image, with its number.</summary>
    public Backdrop Backdrop(int id) => new(
        new(id), View is null ? null : Enum.Parse<BackdropView>(View), Camera is { } camera ? new ObjectId(camera) : null,
        [.. Pictures.Select(p => new BackdropPicture(p.Name, AssetHash.Parse(Convert.ToHexStringLower(p.Asset)), p.Number))],
        On, Enum.Parse<BackdropFit>(Fit), Opacity, Offset, X, Y, Width);
}

/// <summary>One picture of it.</summary>
[MessagePackObject]
public sealed record BackdropPictureImage([property: Key(0)] string Name, [property: Key(1)] byte[] Asset, [property: Key(2)] int Number);
