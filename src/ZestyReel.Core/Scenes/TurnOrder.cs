namespace ZestyReel.Core.Scenes;

/// <summary>
/// The order of an object's three turns. <c>Xyz</c> turns about x, then about the object's own new y, then
/// its own new z: R = Rx·Ry·Rz, as CSS reads <c>rotateX() rotateY() rotateZ()</c>.
/// </summary>
public enum TurnOrder
{
    Xyz,
    Xzy,
    Yxz,
    Yzx,
    Zxy,
    Zyx,
}
