using ZestyReel.Core.Time;

namespace ZestyReel.Core.Outgoing;

/// <summary>What of a scene goes out.</summary>
public enum OutgoingPart
{
    /// <summary>Shapes, cameras, lights and how they move.</summary>
    Everything,

    /// <summary>Cameras and lights alone.</summary>
    CamerasAndLights,

    /// <summary>How things move, without their shapes.</summary>
    Motion,
}

/// <summary>Which way is up where it goes.</summary>
public enum UpAxis
{
    /// <summary>As in the scene.</summary>
    Y,

    /// <summary>Everything is turned by a quarter about x: what was y is z.</summary>
    Z,
}

/// <summary>What is asked to go out. What is null is as the scene has it.</summary>
/// <param name="Objects">Names of objects; with each goes all that hangs below it. None means all.</param>
/// <param name="Part">What of them.</param>
/// <param name="From">First frame; the work range's when left out.</param>
/// <param name="To">Last frame at most; the work range's when left out.</param>
/// <param name="Step">Frames from one sample to the next, 0.1 to 1,000.</param>
/// <param name="Rate">Samples a second, instead of a step in frames.</param>
/// <param name="World">Places in the world; else inside what each hangs in, where the format has that.</param>
/// <param name="Unit">How many of the lengths there go on a length of the scene; above 0.</param>
/// <param name="Up">Which way is up there.</param>
/// <param name="Camera">Name of the camera whose picture it is, where the format is flat; from the front when left out.</param>
/// <param name="History">What was done to the scene goes along, where the format has that.</param>
public sealed record OutgoingChoice(
    IReadOnlyList<string> Objects, OutgoingPart Part = OutgoingPart.Everything, decimal? From = null, decimal? To = null,
    decimal Step = 1, FrameRate? Rate = null, bool World = true, double Unit = 1, UpAxis Up = UpAxis.Y, string? Camera = null, bool History = false);
