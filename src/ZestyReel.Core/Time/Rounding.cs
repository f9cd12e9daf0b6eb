using System.Numerics;

namespace ZestyReel.Core.Time;

/// <summary>Whole-number division that rounds to the nearest, and halves to even.</summary>
internal static class Rounding
{
    /// <param name="top">What is divided.</param>
    /// <param name="bottom">What it is divided by; above 0.</param>
    public static T HalfToEven<T>(T top, T bottom) where T : IBinaryInteger<T>
    {
        var (quotient, rest) = T.DivRem(top, bottom);
        var twice = T.Abs(rest) * (T.One + T.One);
        return twice > bottom || (twice == bottom && !T.IsEvenInteger(quotient))
            ? quotient + T.CreateChecked(T.Sign(top))
            : quotient;
    }
}
