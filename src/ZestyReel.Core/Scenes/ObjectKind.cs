namespace ZestyReel.Core.Scenes;

/// <summary>What an object is; decides which channels it has.</summary>
public enum ObjectKind
{
    Group,
    Box,
    Sphere,
    Cylinder,
    Cone,
    Torus,
    Plane,
    Camera,
    Light,
}
