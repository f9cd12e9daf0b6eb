using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>A picture, or a numbered sequence of pictures, behind what one view or one camera sees.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="View">The view behind which it stands; null where that is a camera.</param>
/// <param name="Camera">The camera behind whose frame it stands; null where that is a view.</param>
/// <param name="Pictures">At least one, their numbers rising.</param>
/// <param name="On">Whether it is seen.</param>
/// <param name="Fit">How it fits a frame of another shape. It counts for cameras and the free view.</param>
/// <param name="Opacity">How much of it is seen, 0 to 1.</param>
/// <param name="Offset">A sequence shows the picture of number n on frame n plus so many.</param>
/// <param name="X">How far right of the origin its middle stands, in scene lengths. It counts for views from above, the front and the side.</param>
/// <param name="Y">The same upwards on the picture.</param>
/// <param name="Width">How wide it is, in scene lengths, for the same views.</param>
public sealed record Backdrop(
    BackdropId Id, BackdropView? View, ObjectId? Camera, ImmutableArray<BackdropPicture> Pictures,
    bool On = true, BackdropFit Fit = BackdropFit.Whole, double Opacity = 1, long Offset = 0, double X = 0, double Y = 0, double Width = Backdrop.UsualWidth) : INamesAssets
{
    /// <summary>How wide one is at first, in scene lengths.</summary>
    public const double UsualWidth = 10;

    /// <summary>Most background pictures of a scene.</summary>
    public const int MostInScene = 100;

    /// <summary>Whether it stands behind the same view or camera.</summary>
    public bool IsBehind(BackdropView? view, ObjectId? camera) => (View, Camera) == (view, camera);

    /// <summary>
    /// The frame from which on each picture is seen, until the next one's. Before the first the first is seen, after the
    /// last the last; where a number is missing the one before it stays.
    /// </summary>
    public IEnumerable<long> Starts() => Pictures.Select(picture => picture.Number + Offset);

    /// <inheritdoc/>
    public IEnumerable<NamedAsset> Assets() => Pictures.Select(picture => new NamedAsset(picture.Asset, picture.Name, AssetUse.Picture));

    /// <inheritdoc/>
    public bool Equals(Backdrop? other) =>
        other is not null && (Id, View, Camera, On, Fit, Opacity, Offset) == (other.Id, other.View, other.Camera, other.On, other.Fit, other.Opacity, other.Offset)
        && (X, Y, Width) == (other.X, other.Y, other.Width) && (Pictures == other.Pictures || Pictures.AsSpan().SequenceEqual(other.Pictures.AsSpan()));

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Id, View, Camera, Pictures.Length);
}
