using ZestyReel.Core;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Server.Outgoing;

/// <summary>What is to go out of a scene, and how.</summary>
/// <param name="Format">The ending of the format's files, with its dot.</param>
/// <param name="Objects">Which objects, with what hangs below them; none means all.</param>
/// <param name="Part">What of them: everything, camerasAndLights or motion.</param>
/// <param name="From">First frame.</param>
/// <param name="To">Last frame at most.</param>
/// <param name="Step">Frames from one sample to the next, 0.1 to 1,000; 1 when left out.</param>
/// <param name="Rate">Samples a second, instead of a step.</param>
/// <param name="World">In the world; else inside what each hangs in.</param>
/// <param name="Unit">How many lengths of the file go on a length of the scene; 1 when left out.</param>
/// <param name="Up">Which axis is up in the file: y or z.</param>
/// <param name="Camera">The camera whose picture it is, where the format is flat.</param>
/// <param name="History">With what was done to the scene, where the format has that.</param>
public sealed record OutgoingRequest(
    string Format, IReadOnlyList<int>? Objects = null, string? Part = null, decimal? From = null, decimal? To = null, decimal? Step = null,
    string? Rate = null, bool? World = null, double? Unit = null, string? Up = null, int? Camera = null, bool? History = null)
{
    private const int MostObjects = Scene.MostObjects;

    /// <summary>What it asks for, in a scene.</summary>
    /// <exception cref="Refusal">Something of it is not there.</exception>
    internal OutgoingChoice In(Scene scene)
    {
        if (Objects?.Count > MostObjects) throw new Refusal("objects", $"a scene has {MostObjects} objects at the most");
        return new(
            [.. (Objects ?? []).Select(id => scene.Object(new(id), "objects").Name)], PartOf(Part), From, To, Step ?? 1, Rate is null ? null : FrameRate.Typed(Rate), World ?? true, Unit ?? 1,
            Up switch { null or "y" => UpAxis.Y, "z" => UpAxis.Z, _ => throw new Refusal("up", "y or z is up") }, Camera is { } camera ? scene.Object(new(camera), "camera").Name : null, History ?? false);
    }

    private static OutgoingPart PartOf(string? word) => word switch
    {
        null or "everything" => OutgoingPart.Everything,
        "camerasAndLights" => OutgoingPart.CamerasAndLights,
        "motion" => OutgoingPart.Motion,
        _ => throw new Refusal("part", "what goes out is everything, camerasAndLights or motion"),
    };
}

/// <summary>A format in which scenes go out.</summary>
/// <param name="Ending">What its files end with.</param>
/// <param name="Name">What it is called.</param>
/// <param name="For">For whom it is.</param>
/// <param name="Uses">What can be chosen of it: part, step, space, unit, up, samples, camera, whole, history.</param>
public sealed record OutgoingFormatTold(string Ending, string Name, string For, IReadOnlyList<string> Uses);

/// <summary>What would go out.</summary>
/// <param name="File">What the file would be called.</param>
/// <param name="Objects">How many objects.</param>
/// <param name="Moments">At how many moments.</param>
/// <param name="Bytes">About how large the file would be.</param>
/// <param name="Losses">What the format cannot hold.</param>
public sealed record OutgoingTold(string File, int Objects, int Moments, long Bytes, IReadOnlyList<Loss> Losses);

/// <summary>How far something is that goes out.</summary>
/// <param name="Share">The share that is done, 0 to 1; null where nothing is on its way.</param>
public sealed record OutgoingShare(double? Share);
