using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

namespace ZestyReel.Core.Sounding;

/// <summary>The least and the most of the numbers that it is given.</summary>
internal struct LeastAndMost()
{
    private float _least = float.PositiveInfinity, _most = float.NegativeInfinity;

    /// <summary>Both as whole numbers, of which 32,767 is full scale.</summary>
    public readonly (short Least, short Most) Whole => (Rounded(_least), Rounded(_most));

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public void Add(ReadOnlySpan<float> values)
    {
        var many = MemoryMarshal.Cast<float, Vector<float>>(values);
        if (many.Length > 0)
        {
            Vector<float> least = many[0], most = many[0];
            foreach (var each in many) (least, most) = (Vector.Min(least, each), Vector.Max(most, each));
            for (var i = 0; i < Vector<float>.Count; i++) (_least, _most) = (Math.Min(_least, least[i]), Math.Max(_most, most[i]));
        }
        foreach (var value in values[(many.Length * Vector<float>.Count)..]) (_least, _most) = (Math.Min(_least, value), Math.Max(_most, value));
    }

    private static short Rounded(float value) => (short)Math.Clamp(MathF.Round(value * short.MaxValue), -short.MaxValue, short.MaxValue);
}
