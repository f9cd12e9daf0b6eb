using MessagePack;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Wire;

/// <summary>A picture, or a sequence of pictures, behind a view or a camera.</summary>
/// <param name="Id">Its number.</param>
/// <param name="View">The view behind which it stands.</param>
/// <param name="Camera">Or the camera.</param>
/// <param name="Pictures">Its pictures, in the order of their numbers.</param>
/// <param name="On">Whether it is seen.</param>
/// <param name="Fit">How it fits a frame of another shape.</param>
/// <param name="Opacity">How much of it is seen.</param>
/// <param name="Offset">So many frames are added to the numbers of a sequence.</param>
/// <param name="X">How far right of the origin its middle stands.</param>
/// <param name="Y">The same upwards on the picture.</param>
/// <param name="Width">How wide it is.</param>
[MessagePackObject]
public sealed record BackdropMessage(
    [property: Key("id")] int Id,
    [property: Key("view"), MessagePackFormatter(typeof(WordsOrNone<BackdropView>))] BackdropView? View,
    [property: Key("camera")] int? Camera,
    [property: Key("pictures")] BackdropPictureMessage[] Pictures,
    [property: Key("on")] bool On,
    [property: Key("fit"), MessagePackFormatter(typeof(Words<BackdropFit>))] BackdropFit Fit,
    [property: Key("opacity")] double Opacity,
    [property: Key("offset")] long Offset,
    [property: Key("x")] double X,
    [property: Key("y")] double Y,
    [property: Key("width")] double Width)
{
    /// <summary>The message of one.</summary>
    public static BackdropMessage Of(Backdrop b) => new(
        b.Id.Value, b.View, b.Camera?.Value, [.. b.Pictures.Zip(b.Starts(), (picture, from) => new BackdropPictureMessage(picture.Name, picture.Asset.ToString(), picture.Number, from))],
        b.On, b.Fit, b.Opacity, b.Offset, b.X, b.Y, b.Width);
}

/// <summary>One picture of it.</summary>
/// <param name="Name">The name of its file.</param>
/// <param name="Asset">What it is called by.</param>
/// <param name="Number">Its number in the sequence.</param>
/// <param name="From">The frame from which on it is seen, until the next one's.</param>
[MessagePackObject]
public sealed record BackdropPictureMessage([property: Key("name")] string Name, [property: Key("asset")] string Asset, [property: Key("number")] int Number, [property: Key("from")] long From);
