using System.Collections.Immutable;
using ZestyReel.Core.Baking;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Writes what is seen of channels down as keys, sampled so many times a frame or a second, whatever the motion comes from.
/// Keys outside the range, and those of other channels, stay as they are.
/// </summary>
/// <param name="Targets">The channels; without a channel, all of the object that move; into keys, those that more than their own keys move, for these are exact as they are.</param>
/// <param name="First">The first played frame.</param>
/// <param name="Last">The last played frame.</param>
/// <param name="PerFrame">Samples a frame, 1 to 10; or <paramref name="PerSecond"/>.</param>
/// <param name="PerSecond">Samples a second, up to 240, whatever the scene's rate.</param>
/// <param name="Parts">What is written down and taken off; everything when left out. What is left goes on over the new keys.</param>
/// <param name="Into">Where the keys go.</param>
/// <param name="World">Objects leave their parents, and their keys say where they are in the world.</param>
/// <param name="Tolerance">The largest difference that fewer keys may make, in scene lengths or the channel's unit; 0 keeps each sample.</param>
/// <param name="Degrees">The same of channels in degrees.</param>
/// <param name="Name">What a new layer is called; left out, it gets a free name.</param>
public sealed record Bake(
    ImmutableArray<TimeTarget> Targets, decimal First, decimal Last, int? PerFrame = null, decimal? PerSecond = null,
    ImmutableArray<BakePart>? Parts = null, BakeInto Into = BakeInto.Keys, bool World = false, double Tolerance = 0, double Degrees = 0, string? Name = null) : Edit
{
    /// <summary>Most samples of all channels together.</summary>
    public const long MostSamples = 10_000_000;

    /// <summary>How far fewer keys may be off.</summary>
    internal Tolerances Fewer() => new(Tolerance, Degrees);

    /// <inheritdoc/>
    public override bool MayTakeLong() => true;

    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var objects = Targets.Select(target => target.Object).Distinct().ToList();
        var what = objects.Count == 1 ? scene.Object(objects[0]).Name : $"{objects.Count} objects";
        return Into switch { BakeInto.Layer => $"Bake {what} into a layer", BakeInto.Twin => $"Bake {what} into {(objects.Count == 1 ? "a twin" : "twins")}", _ => $"Bake {what}" };
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => BakePlan.Of(scene, this).Written();
}
