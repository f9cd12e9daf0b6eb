namespace ZestyReel.Formats.Samples;

/// <summary>What to print of a scene.</summary>
/// <param name="Objects">Names of objects; none means all.</param>
/// <param name="Channels">Names of channels; none means all.</param>
/// <param name="From">First frame; the scene's when left out.</param>
/// <param name="To">Last frame at most; the scene's when left out.</param>
/// <param name="Step">Frames from one row to the next; above 0.</param>
/// <param name="World">Print position, rotation and scale in the world instead of the object's own channels.</param>
/// <param name="Points">Print the vertices of shapes instead, bent by deformers; those of groups count in the world only.</param>
public sealed record SampleQuery(
    IReadOnlyList<string> Objects, IReadOnlyList<string> Channels,
    decimal? From = null, decimal? To = null, decimal Step = 1, bool World = false, bool Points = false);
