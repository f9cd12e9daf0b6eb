using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Moves sounds in time, with their keys.</summary>
/// <param name="Sounds">Which ones.</param>
/// <param name="By">How much later, in ticks; earlier where it is below 0.</param>
public sealed record MoveSounds(ImmutableArray<SoundId> Sounds, long By) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Sounds.IsDefaultOrEmpty || Sounds.Length > 1 ? $"Move {(Sounds.IsDefault ? 0 : Sounds.Length)} sounds" : $"Move {scene.Sound(Sounds[0]).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Sounds.IsDefaultOrEmpty) throw new Refusal("sounds", "select at least one sound");
        if (Math.Abs((decimal)By) > 2m * Tick.Furthest) throw new Refusal("by", "that is out of reach");
        return Sounds.Distinct().Aggregate(scene, (next, id) => next.With(next.Sound(id, "sounds").Later(new TickSpan(By))));
    }
}
