namespace ZestyReel.Core.Time;

/// <summary>A stretch of time with both its ends, in ticks; either end may lie infinitely far away. Empty where it ends before it begins.</summary>
/// <param name="From">Its first moment.</param>
/// <param name="To">Its last moment.</param>
public readonly record struct TickInterval(double From, double To)
{
    /// <summary>All of time.</summary>
    public static readonly TickInterval All = new(double.NegativeInfinity, double.PositiveInfinity);

    /// <summary>No moment.</summary>
    public static readonly TickInterval None = new(double.PositiveInfinity, double.NegativeInfinity);

    /// <summary>Whether there is no moment in it.</summary>
    public bool IsEmpty => From > To;

    /// <summary>The shortest stretch that holds both.</summary>
    public TickInterval With(TickInterval other) =>
        IsEmpty ? other : other.IsEmpty ? this : new(Math.Min(From, other.From), Math.Max(To, other.To));

    /// <summary>Whether both have a moment in common.</summary>
    public bool Meets(TickInterval other) => !IsEmpty && !other.IsEmpty && From <= other.To && other.From <= To;

    /// <summary>Whether any of a run of moments, in ticks and in any order, lies in it.</summary>
    public bool MeetsAny(ReadOnlySpan<double> moments)
    {
        foreach (var moment in moments)
            if (moment >= From && moment <= To) return true;
        return false;
    }
}
