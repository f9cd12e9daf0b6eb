using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Scenes;

/// <summary>Small scenes to try things on.</summary>
internal static class Harbour
{
    public static readonly ObjectId Ferry = new(1), Hull = new(2), Buoy = new(3);

    /// <summary>A ferry with a hull, and a buoy; a bookmark and a named selection; nothing keyed.</summary>
    public static Scene Still() => Scene.Empty("Harbour").After(
        new AddObject(ObjectKind.Group, "Ferry"),
        new AddObject(ObjectKind.Box, "Hull", Ferry),
        new AddObject(ObjectKind.Sphere, "Buoy"),
        new SetBookmark(12, "Casts off", BookmarkColour.Sky),
        new SetNamedSelection("Afloat", [Ferry, Buoy]));

    /// <summary>The ferry keyed on x at frames 1, 25 and 49.</summary>
    public static Scene Moving() => Still().After(Keyed(1, 0), Keyed(25, 10), Keyed(49, 30));

    public static KeyChannels Keyed(decimal frame, double x, Interpolation mode = Interpolation.Linear) =>
        new(frame, [new ChannelValue(Ferry, "position.x", x)], mode);

    /// <summary>The ferry's keys on x at some frames of 24 fps.</summary>
    public static KeySet Selected(params decimal[] frames) => new(Ferry, "position.x", [.. frames.Select(frame => FrameRate.Film.At(frame))]);

    public static Scene After(this Scene scene, params Edit[] edits) => edits.Aggregate(scene, (now, edit) => edit.Apply(now));

    public static ImmutableArray<Key> Keys(this Scene scene, ObjectId id, string channel) => scene.Object(id).Channel(channel).Curve!.Keys;
}
