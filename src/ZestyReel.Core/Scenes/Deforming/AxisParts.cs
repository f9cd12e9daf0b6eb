namespace ZestyReel.Core.Scenes;

/// <summary>The part of a place along an axis.</summary>
public static class AxisParts
{
    /// <summary>The coordinate along an axis.</summary>
    public static double Along(this Vector at, Axis axis) => axis switch { Axis.X => at.X, Axis.Y => at.Y, _ => at.Z };
}
