using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Checks;

/// <summary>Something that a person would want to look at.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Level">How much it matters.</param>
/// <param name="Object">Whose it is; null where it is no object's.</param>
/// <param name="Subject">The name of what it is about.</param>
/// <param name="Channel">The channel; empty where it is about several, or none.</param>
/// <param name="Start">When it begins, as played.</param>
/// <param name="End">When it ends, as played.</param>
/// <param name="Amount">How bad it is.</param>
/// <param name="Unit">What that is counted in; see <see cref="FindingWords"/>.</param>
/// <param name="Keys">The keys that it is about, by their curves; none for what is seen in motion only.</param>
/// <param name="Mend">What can be done about it; null for what a person has to decide.</param>
public sealed record Finding(
    FindingKind Kind, FindingLevel Level, ObjectId? Object, string Subject, string Channel, Tick Start, Tick End, double Amount, FindingUnit Unit,
    ImmutableArray<CurveKeys> Keys, FindingMend? Mend)
{
    /// <summary>The name of what else it is about; empty where that is nothing.</summary>
    public string With { get; init; } = "";
}

/// <summary>Some keys of a curve.</summary>
/// <param name="Curve">Which curve.</param>
/// <param name="Times">When they stand, rising.</param>
public sealed record CurveKeys(CurveRef Curve, ImmutableArray<Tick> Times);
