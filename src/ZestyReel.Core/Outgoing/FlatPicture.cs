using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>Where a place is in a flat picture.</summary>
/// <param name="X">To the right, in pixels.</param>
/// <param name="Y">Downwards, in pixels.</param>
/// <param name="Size">Pixels on a scene length there.</param>
public readonly record struct FlatPoint(double X, double Y, double Size);

/// <summary>How the world is seen flat at some moments: in the picture of a camera, or from the front.</summary>
public sealed class FlatPicture
{
    /// <summary>How large a camera's picture is, in pixels.</summary>
    public const int Width = 1280, Height = 720;

    /// <summary>Pixels on a scene length, seen from the front.</summary>
    public const double FromFront = 100;

    private readonly Transform?[]? _seen;
    private readonly double[]? _reach;

    /// <summary>As the choice says.</summary>
    public FlatPicture(OutgoingScene going, FrameTimes times, WorldSampler worlds)
    {
        if (going.Choice.Camera is not { } name) return;
        var camera = going.Scene.Find(name)!;
        // A camera's picture is not scaled with it.
        _seen = [.. worlds.Worlds(camera.Id).Select(world => (world.Turned() with { Px = world.Px, Py = world.Py, Pz = world.Pz }).Inverse())];
        _reach = Array.ConvertAll(Stages.Values(camera, "camera.fov", times), fov => Height / (2 * Math.Tan(fov * Math.PI / 360)));
    }

    /// <summary>Whether it is a camera's.</summary>
    public bool IsCameras => _seen is not null;

    /// <summary>Where a place of the world is in it; null where it is behind the camera.</summary>
    public FlatPoint? Of(int moment, Vector place)
    {
        if (_seen is null) return new(place.X * FromFront, -place.Y * FromFront, FromFront);
        if (_seen[moment] is not { } seen) return null;
        var at = seen.Point(place);
        if (at.Z > -1e-6) return null;
        var size = _reach![moment] / -at.Z;
        return new(Width / 2.0 + at.X * size, Height / 2.0 - at.Y * size, size);
    }

    /// <summary>By how many degrees something is turned in it, clockwise: as its own x goes.</summary>
    public double Turn(int moment, in Transform world)
    {
        var way = new Vector(world.Xx, world.Xy, world.Xz);
        if (_seen is not null && _seen[moment] is { } seen) way = seen.Direction(way);
        return way.X == 0 && way.Y == 0 ? 0 : Math.Atan2(-way.Y, way.X) * 180 / Math.PI;
    }
}
