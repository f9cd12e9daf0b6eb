using System.Text.Json.Serialization;

namespace ZestyReel.Core.Curves;

/// <summary>A free handle: an offset from its key in ticks and in the channel's unit.</summary>
public readonly record struct Handle
{
    // A power of two keeps every step exact in a double, and is fine enough that a handle given in
    // frames comes back to the same double after frames → ticks → frames.
    private const double StepsPerTick = 1024;

    /// <param name="ticks">Offset in time; kept to 1/1024 tick.</param>
    /// <param name="value">Offset in value.</param>
    [JsonConstructor]
    public Handle(double ticks, double value) =>
        // Without a sign on nothing, which a file would show.
        (Ticks, Value) = (InSteps(ticks) + 0.0, value + 0.0);

    /// <summary>Offset in time, in ticks: below 0 on the in side, above it on the out side.</summary>
    public double Ticks { get; }
    /// <summary>Offset in value, in the channel's unit.</summary>
    public double Value { get; }

    /// <summary>A handle of a curve whose values are times in ticks too; both are kept to 1/1024 tick.</summary>
    public static Handle BetweenTimes(double ticks, double sourceTicks) => new(ticks, InSteps(sourceTicks));

    private static double InSteps(double ticks) => Math.Round(ticks * StepsPerTick) / StepsPerTick;
}
