namespace ZestyReel.Core.Time;

/// <summary>A moment on the scene's clock, as a whole number of ticks of 1/705,600,000 s. Frame 0 is tick 0.</summary>
/// <remarks>705,600,000 = 2⁹·3²·5⁵·7²: every usual frame rate, and every usual sound rate, divides it.</remarks>
public readonly record struct Tick(long Value) : IComparable<Tick>
{
    /// <summary>Ticks in one second.</summary>
    public const long PerSecond = 705_600_000;

    /// <summary>The furthest moment either way: within 2⁵³, so that a double, here or in a browser, still holds every tick.</summary>
    public const long Furthest = 9_000_000_000_000_000;

    /// <summary>The start of frame 0.</summary>
    public static readonly Tick Zero = new(0);

    /// <summary>Whether the moment lies within reach, see <see cref="Furthest"/>.</summary>
    public bool IsWithinReach => Value is >= -Furthest and <= Furthest;

    /// <inheritdoc/>
    public int CompareTo(Tick other) => Value.CompareTo(other.Value);

    /// <summary>From one moment to another.</summary>
    public static TickSpan operator -(Tick a, Tick b) => new(a.Value - b.Value);
    /// <summary>A moment so much later.</summary>
    public static Tick operator +(Tick a, TickSpan b) => new(a.Value + b.Value);
    /// <summary>Whether it is earlier.</summary>
    public static bool operator <(Tick a, Tick b) => a.Value < b.Value;
    /// <summary>Whether it is later.</summary>
    public static bool operator >(Tick a, Tick b) => a.Value > b.Value;
    /// <summary>Whether it is not later.</summary>
    public static bool operator <=(Tick a, Tick b) => a.Value <= b.Value;
    /// <summary>Whether it is not earlier.</summary>
    public static bool operator >=(Tick a, Tick b) => a.Value >= b.Value;
}
