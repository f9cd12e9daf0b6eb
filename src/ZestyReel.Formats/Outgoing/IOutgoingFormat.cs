using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Outgoing;

/// <summary>A format in which something of a scene goes out.</summary>
public interface IOutgoingFormat
{
    /// <summary>What its files end with, with the dot.</summary>
    string Ending { get; }

    /// <summary>What it is called.</summary>
    string Name { get; }

    /// <summary>For whom it is, in a line.</summary>
    string For { get; }

    /// <summary>The media type of its files.</summary>
    string MediaType { get; }

    /// <summary>What can be chosen of it.</summary>
    OutgoingUses Uses { get; }

    /// <summary>What goes out in it when something is asked for.</summary>
    /// <exception cref="ZestyReel.Core.Refusal">Some of it is not there, or out of reach.</exception>
    OutgoingScene Going(Scene scene, OutgoingChoice choice, OutgoingFiles files) => OutgoingScene.Of(scene, choice, files);

    /// <summary>What it cannot hold of what goes out, in words.</summary>
    IEnumerable<Loss> Losses(OutgoingScene going);

    /// <summary>About how many bytes there will be.</summary>
    long Size(OutgoingScene going);

    /// <summary>Writes it.</summary>
    /// <param name="going">What goes out.</param>
    /// <param name="into">Where it is written.</param>
    /// <param name="told">Told which share is done, 0 to 1.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="ZestyReel.Core.Refusal">There is nothing of it, or too much.</exception>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop);
}

/// <summary>What can be chosen of a format.</summary>
[Flags]
public enum OutgoingUses
{
    /// <summary>Nothing but which objects and frames.</summary>
    None = 0,

    /// <summary>Which part of them.</summary>
    Part = 1,

    /// <summary>How often motion is taken.</summary>
    Step = 2,

    /// <summary>In the world, or inside what each hangs in.</summary>
    Space = 4,

    /// <summary>Lengths of another unit.</summary>
    Unit = 8,

    /// <summary>Another axis that is up.</summary>
    Up = 16,

    /// <summary>It has motion as samples, with straight ways between.</summary>
    Samples = 32,

    /// <summary>It is flat: a camera's picture, or seen from the front.</summary>
    Camera = 64,

    /// <summary>It is always the scene as a whole.</summary>
    Whole = 128,

    /// <summary>What was done to the scene can go along.</summary>
    History = 256,

    /// <summary>Besides motion it has shapes, which can be left out.</summary>
    Shapes = 512,
}

/// <summary>Something that a format cannot hold.</summary>
/// <param name="What">What it is.</param>
/// <param name="Of">The objects that have it; none where it is the scene's.</param>
/// <param name="Why">What becomes of it.</param>
public sealed record Loss(string What, IReadOnlyList<string> Of, string Why);
