using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>What every background picture keeps to.</summary>
public static class BackdropRules
{
    /// <summary>Most pictures of a sequence.</summary>
    public const int MostPictures = 2_000;

    /// <summary>The highest number of a picture.</summary>
    public const int HighestNumber = (int)FrameRange.FurthestFrame;

    /// <summary>How far from the origin and how wide one can be, in scene lengths.</summary>
    public const double Furthest = 1e9;

    /// <exception cref="Refusal">It breaks a rule.</exception>
    public static void Check(Backdrop backdrop)
    {
        if (backdrop.View is null == backdrop.Camera is null) throw new Refusal("view", "a background picture stands behind one view or one camera");
        if (backdrop.View is { } view && !Enum.IsDefined(view)) throw new Refusal("view", "there is no such view");
        if (!Enum.IsDefined(backdrop.Fit)) throw new Refusal("fit", "there is no such way to fit a picture");
        if (!(backdrop.Opacity is >= 0 and <= 1)) throw new Refusal("opacity", "opacity is 0 to 1");
        if (Math.Abs(backdrop.Offset) > FrameRange.FurthestFrame) throw new Refusal("offset", $"the offset is within {FrameRange.FurthestFrame} frames");
        if (!(Math.Abs(backdrop.X) <= Furthest && Math.Abs(backdrop.Y) <= Furthest)) throw new Refusal("at", "the middle of a picture stands within reach");
        if (!(backdrop.Width is > 0 and <= Furthest)) throw new Refusal("width", "the width of a picture is above 0");
        if (backdrop.Pictures.IsDefaultOrEmpty) throw new Refusal("pictures", "choose at least one picture");
        if (backdrop.Pictures.Length > MostPictures) throw new Refusal("pictures", $"a sequence has {MostPictures} pictures at the most; these are {backdrop.Pictures.Length}");
        var last = -1;
        foreach (var picture in backdrop.Pictures)
        {
            if (Names.Checked(picture.Name, "pictures") != picture.Name) throw new Refusal("pictures", "a file's name has no blanks around it");
            if (picture.Asset == default) throw new Refusal("pictures", "a picture has a file");
            if (picture.Number is < 0 or > HighestNumber) throw new Refusal("pictures", $"the number of a picture is 0 to {HighestNumber}");
            if (picture.Number <= last) throw new Refusal("pictures", $"the numbers of a sequence rise; {Names.Shown(picture.Name)} has {picture.Number} after {last}");
            last = picture.Number;
        }
    }

    /// <exception cref="Refusal">A camera is not there, or two stand behind the same.</exception>
    internal static void CheckTies(Scene scene)
    {
        if (scene.Backdrops.Count > Backdrop.MostInScene) throw new Refusal("backdrops", $"a scene has room for {Backdrop.MostInScene} background pictures");
        var seen = new HashSet<(BackdropView?, ObjectId?)>();
        foreach (var backdrop in scene.Backdrops.Values)
        {
            if (backdrop.Camera is { } camera && scene.Objects.GetValueOrDefault(camera)?.Kind != ObjectKind.Camera) throw new Refusal("camera", "the camera of a background picture is not there any more");
            if (!seen.Add((backdrop.View, backdrop.Camera))) throw new Refusal("backdrops", $"there is a background picture behind {BackdropWords.Of(scene, backdrop)} already");
        }
    }
}
