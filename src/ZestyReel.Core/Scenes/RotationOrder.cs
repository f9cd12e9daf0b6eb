namespace ZestyReel.Core.Scenes;

/// <summary>
/// The order of an object's three rotations. <c>Xyz</c> rotates about x, then about the object's own new y, then
/// its own new z: R = Rx·Ry·Rz, as CSS reads <c>rotateX() rotateY() rotateZ()</c>.
/// </summary>
public enum RotationOrder
{
    /// <summary>Rx·Ry·Rz.</summary>
    Xyz,

    /// <summary>Rx·Rz·Ry.</summary>
    Xzy,

    /// <summary>Ry·Rx·Rz.</summary>
    Yxz,

    /// <summary>Ry·Rz·Rx.</summary>
    Yzx,

    /// <summary>Rz·Rx·Ry.</summary>
    Zxy,

    /// <summary>Rz·Ry·Rx.</summary>
    Zyx,
}

/// <summary>What a rotation order says, read off without looking at its name each time.</summary>
public static class RotationOrders
{
    private static readonly Axis[][] All =
    [
        [Axis.X, Axis.Y, Axis.Z], [Axis.X, Axis.Z, Axis.Y], [Axis.Y, Axis.X, Axis.Z],
        [Axis.Y, Axis.Z, Axis.X], [Axis.Z, Axis.X, Axis.Y], [Axis.Z, Axis.Y, Axis.X],
    ];

    /// <summary>The axes in the order in which the object rotates about them.</summary>
    public static ReadOnlySpan<Axis> Axes(this RotationOrder order) => All[(int)order];
}
