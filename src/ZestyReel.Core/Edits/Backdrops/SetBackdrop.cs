using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts a picture or a numbered sequence behind a view or a camera, or changes how the one that is there is seen. What is left out stays.</summary>
/// <param name="View">The view; or else the camera is given.</param>
/// <param name="Camera">The camera; or else the view is given.</param>
/// <param name="Pictures">Its pictures, their numbers rising; needed where there is none yet.</param>
/// <param name="On">Whether it is seen.</param>
/// <param name="Fit">How it fits a frame of another shape.</param>
/// <param name="Opacity">How much of it is seen, 0 to 1.</param>
/// <param name="Offset">So many frames are added to the numbers of a sequence.</param>
/// <param name="X">How far right of the origin its middle stands, in scene lengths.</param>
/// <param name="Y">The same upwards on the picture.</param>
/// <param name="Width">How wide it is, in scene lengths.</param>
public sealed record SetBackdrop(
    BackdropView? View = null, ObjectId? Camera = null, ImmutableArray<BackdropPicture>? Pictures = null, bool? On = null, BackdropFit? Fit = null,
    double? Opacity = null, long? Offset = null, double? X = null, double? Y = null, double? Width = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var place = BackdropWords.Of(scene, View, Camera);
        if (scene.BackdropOf(View, Camera) is null) return $"Picture behind {place}";
        if (Pictures is not null) return $"Another picture behind {place}";
        return On is { } on ? $"{(on ? "Show" : "Hide")} the picture behind {place}" : $"Change the picture behind {place}";
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (View is null == Camera is null) throw new Refusal("view", "say one view or one camera");
        if (Camera is { } camera && scene.Object(camera, "camera") is { Kind: not ObjectKind.Camera } other) throw new Refusal("camera", $"{other.Name} is no camera");
        var was = scene.BackdropOf(View, Camera)
            ?? (Pictures is null ? throw new Refusal("pictures", $"there is no picture behind {BackdropWords.Of(scene, View, Camera)}") : new Backdrop(scene.NextBackdropId(), View, Camera, []));
        return scene.With(was with
        {
            Pictures = Pictures is { } pictures ? Named(pictures) : was.Pictures,
            On = On ?? was.On,
            Fit = Fit ?? was.Fit,
            Opacity = Opacity ?? was.Opacity,
            Offset = Offset ?? was.Offset,
            X = X ?? was.X,
            Y = Y ?? was.Y,
            Width = Width ?? was.Width,
        });
    }

    private static ImmutableArray<BackdropPicture> Named(ImmutableArray<BackdropPicture> pictures)
    {
        if (pictures.IsDefault) throw new Refusal("pictures", "choose at least one picture");
        if (pictures.Length > BackdropRules.MostPictures) throw new Refusal("pictures", $"a sequence has {BackdropRules.MostPictures} pictures at the most; these are {pictures.Length}");
        return [.. pictures.Select(picture => picture with { Name = Names.Checked(picture.Name, "pictures") })];
    }
}
